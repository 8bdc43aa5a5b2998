"""What may meet what: cleaners by the chemistry on their label, and where they are inside.

Chemistry is a property of the product, not of its form: there are acid milk cleaners in tablets.
Rules of the trade, no published source: in one circuit or container never two cleaners together,
never one straight after the other without a rinse between, never anything chlorinated; descaler
never runs through a fitted tank filter. Different circuits may hold different cleaners when a
programme of the machine says so.
"""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass
from enum import StrEnum

from lamplight.core.anatomy.outlets import CIRCUIT_OF


class Chemistry(StrEnum):
    """What a label says."""

    ALKALINE = "alkaline"
    ACID = "acid"
    ENZYMATIC = "enzymatic"
    OXIDISING = "oxidising"
    DESCALER = "descaling acid"
    CHLORINATED = "chlorinated"
    SOAP = "washing-up liquid"
    GREASE = "grease"
    CARTRIDGE = "cartridge"

    @property
    def cleaner(self) -> bool:
        """Whether it must be rinsed out before anybody drinks."""
        return self not in (Chemistry.GREASE, Chemistry.CARTRIDGE)


@dataclass(frozen=True)
class Product:
    """Something that is used up.

    Attributes:
        key: short name, unique.
        title: its words.
        role: what it serves as, such as ``descaler``.
        form: ``tablet``, ``powder``, ``sachet``, ``pellets``, ``liquid``, ``tube``, ``cartridge``, ``piece``.
        chemistry: as its label says.
        unit: in which it is counted: ``tablet``, ``ml``, ``sachet``, ``cartridge``, ``g``.
        dose: units for one use, above 0, where nothing is mixed or its label does not go by litres.
        per_l: units for each litre of mix, or None where the label does not go by litres.
        whole: whether only whole units make sense.
        least_ml, most_ml: between which volumes of mix its label holds; None where it says nothing.
        also: other roles that it serves by its label.
        acids: grams of each acid in a unit, by its short name; empty where the label does not say.

    How much of it a mix takes is worked out in `lamplight.core.job.dose`.
    """

    key: str
    title: str
    role: str
    form: str
    chemistry: Chemistry
    unit: str
    dose: float
    per_l: float | None = None
    whole: bool = True
    least_ml: float | None = None
    most_ml: float | None = None
    also: tuple[str, ...] = ()
    acids: tuple[tuple[str, float], ...] = ()

    def serves(self, role: str) -> bool:
        """Whether it may be taken for a role."""
        return role == self.role or role in self.also


@dataclass(frozen=True)
class Inside:
    """A cleaner that is in a circuit or container and has not been rinsed out.

    Attributes:
        place: a circuit (``brew``, ``milk``, ``water``) or a container (``tank``, ``tub``, ``jug``).
        chemistry: of what is inside.
        title: its name.
        run_begun: whether it was put in by the run that is looked at.
    """

    place: str
    chemistry: Chemistry
    title: str
    run_begun: bool = True


CIRCUITS = ("brew", "milk", "water", "body")
# What is drawn from where on its way through a circuit, and by which circuit an outlet is reached.
FEEDS: Mapping[str, tuple[str, ...]] = {
    "water": ("tank", "canister"),
    "brew": ("tank", "canister", "water"),
    "milk": ("tank", "canister", "water", "tub", "jug"),
}
LEAVES_BY: Mapping[str, str] = {outlet: circuit.value for outlet, circuit in CIRCUIT_OF.items()}


def before_the_cup(inside: Iterable[Inside]) -> tuple[Inside, ...]:
    """What is on the way to the cup, in a circuit or in the tank: then nobody drinks. Tubs and bowls are not."""
    return tuple(cleaner for cleaner in inside if cleaner.place in (*CIRCUITS, "tank"))


def meets(places: Collection[str], outlets: Iterable[str]) -> frozenset[str]:
    """Where else a cleaner comes by that goes into some places: what is drawn on its way, and where it leaves through.

    Args:
        places: circuits and containers into which it goes.
        outlets: by which it leaves until it is rinsed out, where it is pumped.
    """
    pumped = [place for place in places if place in CIRCUITS]
    drawn = {feeding for place in pumped for feeding in FEEDS.get(place, ())}
    left = {LEAVES_BY[outlet] for outlet in outlets if outlet in LEAVES_BY} if pumped else set()
    return frozenset((drawn | left) - set(places))


def rinsed(inside: Iterable[Inside], places: Collection[str]) -> tuple[Inside, ...]:
    """What is left inside after some places were rinsed with fresh water."""
    return tuple(cleaner for cleaner in inside if cleaner.place not in places)


def refusal(
    product: Product,
    places: Collection[str],
    inside: Iterable[Inside],
    accepted: Collection[Chemistry],
    filter_installed: bool = False,
    by: Collection[str] | None = None,
) -> str | None:
    """Why a product must not go in, in a sentence; None where it may.

    Args:
        product: what is about to go in.
        places: circuits and containers into which it goes.
        inside: what is there and not rinsed out.
        accepted: the chemistries that do the job; empty for any.
        filter_installed: whether a filter sits in the tank.
        by: where else it comes by, as `meets` says; None where it may leave by any outlet. What the run itself put
            there is meant to be there; what an earlier one left is not.
    """
    way = meets(places, LEAVES_BY) if by is None else by
    if product.chemistry is Chemistry.CHLORINATED:
        return (
            f"{product.title} is chlorinated. With an acid or a cleaner it gives off gas. Never into a coffee machine."
        )
    if accepted and product.chemistry not in accepted:
        wanted = " or ".join(sorted(chemistry.value for chemistry in accepted))
        return f"{product.title} is {product.chemistry.value}; this takes something {wanted}. Read the label again."
    if product.chemistry is Chemistry.DESCALER and filter_installed and {"tank", "water"}.intersection(places):
        return "The filter is still in the tank. Descaler ruins it, and it weakens the descaler. Take it out first."
    for cleaner in inside:
        met = cleaner.place in places or (cleaner.place in way and not cleaner.run_begun)
        if met and product.chemistry.cleaner:
            return _second(product, cleaner)
    return None


def _second(product: Product, cleaner: Inside) -> str:
    where = f"the {cleaner.place} circuit" if cleaner.place in CIRCUITS else f"the {cleaner.place}"
    if cleaner.title == product.title:
        return f"{cleaner.title} is inside {where} already. Never a second one: rinse it out first."
    return (
        f"{cleaner.title} ({cleaner.chemistry.value}) is still in {where}. "
        f"Rinse it out with fresh water before {product.title} ({product.chemistry.value}) goes in."
    )


def added(inside: Iterable[Inside], product: Product, places: Iterable[str]) -> tuple[Inside, ...]:
    """What is inside after a product went in."""
    return (*inside, *(Inside(place, product.chemistry, product.title) for place in places))


@dataclass(frozen=True)
class Role:
    """What a procedure asks for, and which chemistries do it.

    Attributes:
        key: short name.
        title: its words, such as ``milk cleaner``.
        accepts: chemistries that do the job.
        default: key of the product that is taken where nobody chose one.
        care: the care item that a programme settles in which it goes in, or empty.
    """

    key: str
    title: str
    accepts: frozenset[Chemistry]
    default: str
    care: str = ""


def chosen_product(role: Role, products: Mapping[str, Product], wanted: str = "") -> Product | None:
    """The product that serves a role: the one wanted, else the role's default; None where neither is known."""
    own = products.get(wanted)
    return own if own is not None and own.serves(role.key) else products.get(role.default)
