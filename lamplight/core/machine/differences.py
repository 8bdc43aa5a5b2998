"""What is other on one machine than on its kind, as its keeper decided."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.care.own_items import WHICHEVER_FIRST
from lamplight.core.care.trigger_base import Limited
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.told import ACCESS
from lamplight.core.words import decimal, plural


@dataclass(frozen=True)
class Difference:
    """One thing that is other here.

    Attributes:
        what: the item or the part, in words.
        here: as it is on this machine.
        usual: as it is on the kind, or empty.
        reason: what the keeper said, or empty.
        sort: ``part``, ``item`` or ``limit`` where it can be put back as it was; ``programme`` or ``words`` where the
            log does that; ``filter`` and ``jobs`` where it is set by itself.
        key: of the part or the item.
        trigger: for a limit, which of the item's.
        usual_limit: for a limit, the kind's.
    """

    what: str
    here: str
    usual: str = ""
    reason: str = ""
    sort: str = ""
    key: str = ""
    trigger: str = ""
    usual_limit: float = 0.0


def differences(kind: Kind, book: MachineBook) -> tuple[Difference, ...]:
    """What differs from the kind: parts first, then what is not done here, limits, and how descaling is decided."""
    parts = [
        Difference(_part(kind, key), note or "missing", sort="part", key=key) for key, note in book.missing.items()
    ]
    if book.water.filter_out:
        parts.append(Difference("Filter", "none is fitted", sort="filter"))
    off = [
        Difference(item.title, "not done here", sort="item", key=item.key)
        for item in kind.items
        if item.key in book.switched_off
    ]
    basis = book.descaling_basis
    decided = (
        [] if basis == WHICHEVER_FIRST else [Difference("Descaling", f"goes by {basis}", WHICHEVER_FIRST, sort="jobs")]
    )
    return (*parts, *off, *_limits(kind, book), *decided)


def told_differences(usual: Kind, here: Kind) -> tuple[Difference, ...]:
    """What was said of this machine that only its manual can know, and is other than its kind's file has it.

    Args:
        usual: the kind as its file has it.
        here: as this machine is of it.
    """
    found = []
    for key in dict.fromkeys((*usual.programmes, *here.programmes)):
        before, now = usual.programmes.get(key), here.programmes.get(key)
        if before is None or now is None:
            found.append(
                Difference(key, "its own" if now else "none", "none" if now else "its kind’s", sort="programme")
            )
        elif before.calls != now.calls:
            other = sum(1 for call in now.calls if call not in before.calls)
            gone = sum(1 for call in before.calls if call not in now.calls)
            more = len(now.calls) - len(before.calls)
            count = max(other, gone, abs(more), 1)
            found.append(Difference(key, f"{plural(count, 'call')} other", sort="programme", key=key))
    found += [
        Difference(name, text, usual.words.get(name, ""), sort="words", key=name)
        for name, text in here.words.items()
        if text != usual.words.get(name)
    ]
    before_ways = {fact.what: fact.how for fact in usual.access}
    found += [
        Difference(fact.what, fact.how, before_ways.get(fact.what, ""), sort="words", key=ACCESS + fact.what)
        for fact in here.access
        if fact.how != before_ways.get(fact.what)
    ]
    return tuple(found)


def _part(kind: Kind, key: str) -> str:
    part = kind.part(key)
    return part.label if part else key


def _limits(kind: Kind, book: MachineBook) -> list[Difference]:
    """The last own limit of each trigger, where it is another than the kind's."""
    last = {(change.item, change.trigger): change for change in book.limits}
    found = []
    for item in kind.items:
        for trigger in item.triggers:
            change = last.get((item.key, trigger.key))
            if change is not None and isinstance(trigger, Limited) and change.limit != trigger.limit:
                here, usual = (
                    f"every {decimal(change.limit)} {trigger.unit}",
                    f"{decimal(trigger.limit)} {trigger.unit}",
                )
                told = Difference(item.title, here, usual, change.reason, "limit", item.key, trigger.key, trigger.limit)
                found.append(told)
    return found
