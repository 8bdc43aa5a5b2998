"""One touch at a machine, at the end of the day or at a stop of a round: what it writes down, what asks for steps."""

from __future__ import annotations

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime

from lamplight.core.care.item import CareItem, Due, ItemRole
from lamplight.core.care.status import SERVICE_LEAD
from lamplight.core.care.triggers import EndOfService
from lamplight.core.job.chemistry import Chemistry, Product
from lamplight.core.job.needs import NeedLine
from lamplight.core.job.procedure import END_OF_DAY
from lamplight.core.round.chores import Asked, AtMachine, Guided, ranks_at, ready_s, why_not
from lamplight.core.round.problem import Rank
from lamplight.core.site.calendar import SiteCalendar

# What must not meet in one evening without water between.
ACIDS = (Chemistry.ACID, Chemistry.DESCALER)
BASES = (Chemistry.ALKALINE, Chemistry.CHLORINATED)
TRIED = "Its dose is being tried out: follow the steps, and say how it looks."
NOT_DONE_YET = "You have not done it here yet."
NO_PRODUCT = "Nobody said which product goes in."
TWO_CLEANERS = "Acid and alkaline in one evening: follow the steps, with water between them."
ACID_INSIDE = "Acid stands in the machine for long: follow the steps."


@dataclass(frozen=True)
class Led:
    """A job of the evening that one touch may not write down, and why."""

    due: Due
    why: str


@dataclass(frozen=True)
class Closing:
    """The end of the day at a machine, or what a round does at its stop.

    Attributes:
        dues: what one touch writes down, in the order of the machine's kind.
        led: what asks for its steps.
        settled: keys of items that are done along with them, and not asked besides.
        along: by item, those of these that are another thing to take in hand, such as the tray with the drawer.
    """

    dues: tuple[Due, ...] = ()
    led: tuple[Led, ...] = ()
    settled: frozenset[str] = frozenset()
    along: Mapping[str, tuple[CareItem, ...]] = field(default_factory=dict)

    @property
    def empty(self) -> bool:
        """Whether nothing is left to close."""
        return not self.dues and not self.led


@dataclass(frozen=True)
class Known:
    """What has to be known before a touch may stand for a job.

    Attributes:
        products: by key.
        done_before: keys of the items that whoever closes has done at this machine before.
        tried: keys of the items with whose dose an experiment goes on, which wants to be looked at each time.
    """

    products: Mapping[str, Product]
    done_before: Collection[str]
    tried: Collection[str] = ()


def evening(calendar: SiteCalendar, now: datetime) -> bool:
    """Whether the day is closed or about to be: from an hour before the end of service until the next opening."""
    today = calendar.today(now)
    if not calendar.is_open(today):
        return True
    return not calendar.opening(today) <= now < calendar.closing(today) - SERVICE_LEAD


def closes(item: CareItem, at_closing: Collection[str]) -> bool:
    """Whether an item belongs to the end of the day at all.

    Args:
        at_closing: keys of the items that the kind's own end of the day does.
    """
    evening = any(isinstance(trigger, EndOfService) for trigger in item.triggers)
    return evening or item.role is ItemRole.DRAWER or item.key in at_closing


def closing_at(at: AtMachine, asked: Asked, known: Known, among: Collection[str] | None = None) -> Closing:
    """What one touch would write down; nothing while a run is open or cleaner is inside: those come first.

    Args:
        among: keys of what a round does at its stop; None for what the end of the day wants.
    """
    if at.run is not None or at.left_inside:
        return Closing()
    ranks = ranks_at(at, asked)

    def belongs(due: Due) -> bool:
        if among is not None and due.item.key in among:
            return due.item.key in ranks  # what somebody else did meanwhile no longer is
        evening = among is None or END_OF_DAY in among
        return evening and ranks.get(due.item.key, Rank.ALONG) < Rank.ALONG and closes(due.item, at.at_closing)

    wanted = [
        due for due in at.dues if belongs(due) and why_not(at, due, asked) is None and ready_s(due, asked) == 0
    ]  # fmt: skip
    along = _settled(wanted, at)
    wanted = sorted((due for due in wanted if due.item.key not in along), key=lambda due: at.place(due.item.key))
    needs = {due.item.key: at.needs(due) for due in wanted}
    meet = _acid_and_alkaline([line for lines in needs.values() for line in lines], known.products)
    acid = {item.key for item in at.items if item.role is ItemRole.DESCALE}
    led = tuple(
        Led(due, why)
        for due in wanted
        if (why := ACID_INSIDE if acid & {due.item.key, *_does(due, at.guided)} else "")
        or (why := _led_why(due, needs[due.item.key], known, meet))
    )
    steps = {one.due.item.key for one in led}
    touched = tuple(due for due in wanted if due.item.key not in steps)
    return Closing(touched, led, along, _in_hand(touched, at))


def _in_hand(touched: Sequence[Due], at: AtMachine) -> dict[str, tuple[CareItem, ...]]:
    """What else is taken in hand with each item, each thing once: a touch must not stand for more than it says.

    The tray goes with the drawer, and with whatever ends in it. What the same circuit does anyway, as a wash does the
    rinse, is not said.
    """
    found: dict[str, tuple[CareItem, ...]] = {}
    said: set[str] = set()
    for due in sorted(touched, key=lambda due: due.item.role is not ItemRole.DRAWER):
        drawer = due.item.role is ItemRole.DRAWER
        own = [item for item in at.items if item.key in _does(due, at.guided) - said]
        own = [item for item in own if drawer or item.circuit is not due.item.circuit]
        said |= {item.key for item in own}
        found[due.item.key] = tuple(own)
    return found


def _settled(wanted: Sequence[Due], at: AtMachine) -> frozenset[str]:
    """What another of them does along: of two that would do each other, the first stays."""
    along: set[str] = set()
    for due in sorted(wanted, key=lambda due: -len(_does(due, at.guided))):
        if due.item.key not in along:
            along |= _does(due, at.guided)
    return frozenset(along)


def _does(due: Due, guided: Callable[[str], Guided | None]) -> frozenset[str]:
    """Keys of the items that are done along with an item."""
    job = guided(due.item.key) if due.item.procedure else None
    return frozenset({*due.item.settles, *(job.procedure.settles if job else ())} - {due.item.key})


def _acid_and_alkaline(lines: Sequence[NeedLine], products: Mapping[str, Product]) -> bool:
    kinds = {products[line.product].chemistry for line in lines if line.product in products}
    return any(kind in ACIDS for kind in kinds) and any(kind in BASES for kind in kinds)


def _led_why(due: Due, lines: Sequence[NeedLine], known: Known, meet: bool) -> str:
    """Why a touch may not stand for a job; empty where it may."""
    if any(line.role and not line.product for line in lines):
        return NO_PRODUCT
    if meet and any(line.product for line in lines):
        return TWO_CLEANERS
    if due.item.key in known.tried:
        return TRIED
    leads = bool(due.item.procedure) and not due.item.quick
    return NOT_DONE_YET if leads and due.item.key not in known.done_before else ""
