"""Where water leaves a machine: the outlets of a kind, and which of them a procedure means."""

from __future__ import annotations

from collections.abc import Collection, Iterable
from dataclasses import dataclass

from lamplight.core.anatomy.parts import Circuit, Part

COFFEE, HOT_WATER, WAND, FROTHER, MILK, TRAY, DRAIN = (
    "coffee", "hot-water", "wand", "frother", "milk", "tray", "drain",
)  # fmt: skip
# Water of an outlet runs through this circuit on its way.
CIRCUIT_OF = {
    COFFEE: Circuit.BREW,
    HOT_WATER: Circuit.WATER,
    WAND: Circuit.MILK,
    FROTHER: Circuit.MILK,
    MILK: Circuit.MILK,
}
# Nothing has to be put under these.
CAUGHT_BY_ITSELF = (TRAY, DRAIN)
# What stands in where a procedure names an outlet that a kind calls otherwise.
STANDS_IN = {
    MILK: (MILK, FROTHER, WAND),
    FROTHER: (FROTHER, WAND, MILK),
    WAND: (WAND, FROTHER),
    COFFEE: (COFFEE, HOT_WATER, FROTHER, WAND, MILK),
    HOT_WATER: (HOT_WATER, COFFEE, WAND),
}


@dataclass(frozen=True)
class Outlet:
    """One place where water leaves.

    Attributes:
        key: one of the names above.
        words: what the keeper calls it, such as ``the steam wand``.
        part: the part that the drawing lights for it.
        valve: whether a valve that is turned by hand lets it through.
    """

    key: str
    words: str
    part: str
    valve: bool = False

    @property
    def circuit(self) -> Circuit:
        """The one that its water runs through last."""
        return CIRCUIT_OF.get(self.key, Circuit.WASTE)


def outlet_meant(key: str, outlets: Iterable[Outlet]) -> Outlet | None:
    """The outlet of a kind that a procedure means; None for tray and drain, and where the kind has none like it.

    Args:
        key: as the procedure has it.
    """
    known = {outlet.key: outlet for outlet in outlets}
    return next((known[name] for name in (key, *STANDS_IN.get(key, ())) if name in known), None)


# Parts that froth, with what their outlet is called, and the parts at which it is seen; the first that is fitted.
_MILK_OUTLETS = (
    (("outlet-cover", "fridge", "hose", "reservoir"), MILK, ("outlet-cover", "outlet")),
    (("jug",), MILK, ("jug", "outlet")),
    (("wand",), WAND, ("wand",)),
)


def usual_outlets(parts: Collection[Part], second_words: str = "", valve: bool = False) -> tuple[Outlet, ...]:
    """The outlets that follow from the parts of a kind which names none: coffee, and milk or a wand.

    Args:
        second_words: what the kind calls the outlet beside the coffee's; its usual words where empty.
        valve: whether a valve that is turned by hand lets steam and water through the wand.
    """
    fitted = [part.key for part in parts]
    found = [Outlet(COFFEE, "the coffee outlet", "outlet" if "outlet" in fitted else fitted[0])] if fitted else []
    for given, key, seen_at in _MILK_OUTLETS:
        if any(part in fitted for part in given) and not any(outlet.key == key for outlet in found):
            words = "the steam wand" if key == WAND else "the milk outlet"
            at = next((part for part in seen_at if part in fitted), fitted[0])
            named = second_words if second_words and len(found) == 1 else words
            found.append(Outlet(key, named, at, valve and key == WAND))
    return tuple(found)
