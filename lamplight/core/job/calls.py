"""The palette: what a machine can ask for or do, and what a hand does for it; each a small how-to of its own."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass, field, replace

from lamplight.core.job.chemistry import Product
from lamplight.core.job.procedure import ShippedStep
from lamplight.core.job.steps import applies
from lamplight.core.machine.marks import DoseMark
from lamplight.core.machine.programme import Use


@dataclass(frozen=True)
class Call:
    """One entry of the palette.

    Attributes:
        key: short name, unique.
        label: its words in a list of calls.
        steps: how it is done, one step or more; each may depend on traits.
        takes: what may be said where it is used, besides ``says``, ``how``, ``title``, ``when`` and ``access``.
        wants: which of these must be said.
        words: what stands in for ``how``, ``over`` or ``place`` where it is used without.
        opens: what it brings out of its working position, such as ``valve``; empty for nothing.
        shuts: what it brings back.
        closer: key of the call that brings back what it opens.
        before: keys of calls that come before it, unless what they open is open already.
        back: how the last look asks after what it opened, such as ``the steam valve shut``; empty for not at all.
        stands: whether containers are put up by it.
        works: whether the machine works by itself.
        starts: whether it sets the machine going.
        heard: whether a machine may ask for it; not what is ours, or what only a hand does.
        seen_on: traits of the kinds that may ask for it; of every kind where none is named.
    """

    key: str
    label: str
    steps: tuple[ShippedStep, ...]
    takes: frozenset[str] = frozenset()
    wants: frozenset[str] = frozenset()
    words: Mapping[str, str] = field(default_factory=dict)
    opens: str = ""
    shuts: str = ""
    closer: str = ""
    before: tuple[str, ...] = ()
    back: str = ""
    stands: bool = False
    works: bool = False
    starts: bool = False
    heard: bool = True
    seen_on: tuple[str, ...] = ()

    @property
    def fills_tank(self) -> bool:
        """Whether so much of something goes into the tank."""
        return "ml" in self.takes and any(one.step.part == "tank" for one in self.steps)

    def steps_for(self, use: Use, traits: Collection[str]) -> tuple[ShippedStep, ...]:
        """The steps that a kind with these traits has of it, where it is used so."""
        known = {*traits, *traits_of_use(use, traits)}
        return tuple(step for step in self.steps if applies(step.step.when, known))


FORMS = ("tablet", "powder", "sachet", "pellets", "liquid", "tube", "cartridge", "piece")


def traits_of_use(use: Use, traits: Collection[str]) -> frozenset[str]:
    """What the steps of a call may ask after about its use: ``says``, ``with-ml``, ``two-tubes``, ``form-tablet``.

    Args:
        use: one call of a course.
        traits: of the kind; ``descaler-tablet`` there says in which form a role comes.
    """
    found = {f"form-{form}" for form in FORMS if use.role and f"{use.role}-{form}" in traits}
    found |= {"says"} if use.says else set()
    found |= {"with-ml"} if use.ml is not None else set()
    found |= {"two-tubes"} if use.tubes > 1 else set()
    found |= {f"role-{use.role}"} if use.role else set()
    return frozenset(found)


def serving_as_marked(serving: Mapping[str, Product], marks: Iterable[DoseMark]) -> Mapping[str, Product]:
    """The products that serve, weaker where an experiment says so."""
    weaker = {mark.role: mark.share for mark in marks if mark.share < 1 and mark.role in serving}
    if not weaker:
        return serving
    return {role: _weaker(product, weaker[role]) if role in weaker else product for role, product in serving.items()}


def _weaker(product: Product, share: float) -> Product:
    per_l = None if product.per_l is None else product.per_l * share
    title = f"{product.title}, {100 * share:.0f} % of its dose (experiment)"
    return replace(product, dose=product.dose * share, per_l=per_l, title=title)
