"""Offers to bring back what was not saved."""

from __future__ import annotations

from decimus.window.files.keeping import Keeping
from decimus.window.frame.messages import Message
from decimus.window.frame.start import said_time
from decimus.window.state.store import Store


def offer_aside(message: Message, keeping: Keeping) -> None:
    """Offer the study that was open before another one was opened."""
    message.say(
        "The study that was open before had not been saved. It is kept and can be brought back",
        ("Bring it back", keeping.bring_back_aside),
        is_problem=False,
    )


def offer_left_here(message: Message, keeping: Keeping, written: float) -> None:
    """Offer changes to this study that were left behind."""
    when = said_time(written)
    message.say(
        f"Changes to this study, last made {when}, were not saved. They can be brought back",
        ("Bring them back", keeping.bring_back_here),
        is_problem=False,
    )


def offer_displaced(message: Message, store: Store, new: str, old: str) -> None:
    """Say that a table has taken the place of another, and offer that."""
    message.say(
        f"In the place of {old} stands {new} now; what was chosen for the old table went with it. "
        "Undo brings it back",
        ("Bring it back", store.undo),
        is_problem=False,
    )
