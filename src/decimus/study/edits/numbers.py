"""Changes to how numbers are written in all of a study."""

from __future__ import annotations

from functools import cache
from typing import Any, get_type_hints

import msgspec
from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.study.edits.kinds import StudyEdit
from decimus.study.number_styles import NumberStyle
from decimus.study.studies import Study

NUMBER_SETTINGS = {
    "decimal_sign": "decimal sign",
    "leading_zero": "zero before the decimal sign of p",
    "p_decimals": "decimals of p",
    "p_floor": "smallest p that is written out",
    "thousands": "parting of large numbers",
    "minus": "minus sign",
    "spaces": "spaces around signs",
}
"""What is chosen about numbers, in plain words."""


@cache
def _kinds() -> dict[str, Any]:
    """The type of each; asked for with every option that is shown."""
    return get_type_hints(NumberStyle, include_extras=True)


class ChooseNumberStyle(StudyEdit, frozen=True, kw_only=True):
    """Write numbers in another way in every question of the study; None as the rule has it."""

    name: str
    value: bool | int | float | str | None

    def __post_init__(self) -> None:
        self._checked()

    def _checked(self) -> Any:  # noqa: ANN401 - of the type that the setting has
        words = NUMBER_SETTINGS.get(self.name)
        if words is None:
            raise ChoiceError(f"Numbers have no setting “{self.name}”")
        kind = _kinds()[self.name]
        try:
            return msgspec.convert(self.value, type=kind)
        except msgspec.ValidationError:
            raise ChoiceError(
                f"“{self.value}” cannot be the {words}", remedy="Choose another"
            ) from None

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"change the {NUMBER_SETTINGS[self.name]}"

    def apply(self, study: Study) -> Study:
        """The study with its numbers written so."""
        return replace(study, numbers=replace(study.numbers, **{self.name: self._checked()}))
