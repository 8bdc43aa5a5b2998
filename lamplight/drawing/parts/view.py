"""How a part is to be shown."""

from __future__ import annotations

from dataclasses import dataclass

from markupsafe import Markup

from lamplight.core.anatomy.parts import Appearance

JOIN = Markup("")


@dataclass(frozen=True)
class PartView:
    """How a part is to be shown.

    Attributes:
        level: how full it is, 0 to 1; None where nobody knows (drawn at a neutral level).
        lamps: state and colour of each lamp of the panel, where somebody saw them lit.
        message: what the display says.
        appearance: the kind's.
    """

    appearance: Appearance
    level: float | None = None
    lamps: tuple[tuple[str, str], ...] = ()
    message: str = ""


def steps(start: float, end: float, step: float) -> list[float]:
    """Places from a start to an end, evenly."""
    return [start + n * step for n in range(int((end - start) / step) + 1)]
