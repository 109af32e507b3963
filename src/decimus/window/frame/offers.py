"""Offers to bring back what was not saved."""

from __future__ import annotations

from decimus.window.files.keeping import Keeping
from decimus.window.frame.messages import Message
from decimus.window.frame.start import said_time


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
