"""What to pack for a round: each sort of thing together, nothing twice, nothing that is there anyway.

Water is not carried. A container serves one job after another, so that there are as many as are in use at once, and the
larger one serves the smaller need. A cloth or a pot that is kept for one thing alone stays apart. Of which sort a thing
is, and which serve for one another, its need says.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import zip_longest

from lamplight.core.job.chemistry import Product
from lamplight.core.job.needs import NeedLine
from lamplight.core.job.procedure import Packs
from lamplight.core.round.problem import RoundJob, RoundPlan
from lamplight.core.words import units_in_words, words_for_ml


class Nature(StrEnum):
    """The sorts in which a bag is packed."""

    CLEANERS = "Cleaners and parts"
    TOOLS = "Tools and cloths"
    VESSELS = "Vessels"


# What is at the sink nobody carries; what is put up under an outlet is packed by what it holds.
NATURES = {Packs.TOOL: Nature.TOOLS, Packs.VESSEL: Nature.VESSELS}


@dataclass(frozen=True)
class Packing:
    """What one chore, or one job of the round, takes.

    Attributes:
        job: its key.
        lines: its needs.
        vessels_ml: what each container holds that is put up.
    """

    job: str
    lines: tuple[NeedLine, ...]
    vessels_ml: tuple[int, ...] = ()


@dataclass(frozen=True)
class CarryLine:
    """One line of the bag.

    Attributes:
        key: by which it is ticked, the same as long as it is the same thing.
        nature: of which sort.
        amount: in words.
        thing: what it is.
        jobs: how many jobs it serves.
        product: key of the product that is used up, or empty.
        units: how many units of it, 0 where nothing is used up.
    """

    key: str
    nature: Nature
    amount: str
    thing: str
    jobs: int = 1
    product: str = ""
    units: float = 0.0


def carry_list(
    plan: RoundPlan, packings: Mapping[str, Packing], products: Mapping[str, Product] | None = None
) -> tuple[CarryLine, ...]:
    """The bag for a round, sort by sort.

    Args:
        plan: the round; only what its jobs take is packed.
        packings: what each chore takes, by its key.
        products: by key, for the words of their amounts.
    """
    packed = {job.key: _of_job(job, packings) for job in plan.done}
    own = list(packed.values())
    lines = _used_up(own, products or {}) + _tools(own) + _vessels(plan, packed)
    order = list(Nature)
    return tuple(sorted(lines, key=lambda line: (order.index(line.nature), line.thing)))


def _of_job(job: RoundJob, packings: Mapping[str, Packing]) -> Packing:
    """What all chores of a job take that are done themselves; each container serves one after another."""
    own = [packings[key] for key in job.chores if key in packings]
    vessels: list[int] = []
    for packing in own:
        sizes = zip_longest(sorted(vessels, reverse=True), sorted(packing.vessels_ml, reverse=True), fillvalue=0)
        vessels = [max(pair) for pair in sizes]
    return Packing(job.key, tuple(line for packing in own for line in packing.lines), tuple(vessels))


def _used_up(packings: Sequence[Packing], products: Mapping[str, Product]) -> list[CarryLine]:
    lines: dict[str, CarryLine] = {}
    for packing in packings:
        for line in packing.lines:
            if not line.product:
                continue
            known = lines.get(line.product)
            units = line.units + (known.units if known else 0.0)
            product = products.get(line.product)
            words = units_in_words(units, product.unit) if product else line.amount
            jobs = known.jobs + 1 if known else 1
            lines[line.product] = CarryLine(line.product, Nature.CLEANERS, words, line.thing, jobs, line.product, units)
    return list(lines.values())


def _tools(packings: Sequence[Packing]) -> list[CarryLine]:
    """Each tool once, as many as the job takes that takes most."""
    counts: dict[tuple[str, Nature], tuple[int, int]] = {}
    for packing in packings:
        for line in packing.lines:
            nature = NATURES.get(line.packs)
            if line.product or nature is None:
                continue
            thing = line.packed_as or line.thing
            count = int(line.amount) if line.amount.isdigit() else 1
            most, jobs = counts.get((thing, nature), (0, 0))
            counts[thing, nature] = max(most, count), jobs + 1
    return [CarryLine(thing, nature, str(count), thing, jobs) for (thing, nature), (count, jobs) in counts.items()]


def _vessels(plan: RoundPlan, packed: Mapping[str, Packing]) -> list[CarryLine]:
    """Containers: of each size as many as are in use at once, where a larger one that is free serves a smaller need."""
    uses: list[tuple[int, int, int]] = []
    for job in plan.done:
        own = [placed for placed in plan.placed if placed.job is job]
        for ml in packed[job.key].vessels_ml if job.key in packed else ():
            uses.append((own[0].start_s, own[-1].alone_until_s, ml))
    sizes = sorted({ml for _, _, ml in uses}, reverse=True)
    lines, larger = [], 0
    for ml in sizes:
        count = _most_at_once([(start, end) for start, end, held in uses if held >= ml])
        if count > larger:
            serves = sum(held == ml for _, _, held in uses)
            thing = f"container, {words_for_ml(ml)}"
            lines.append(CarryLine(thing, Nature.VESSELS, str(count - larger), thing, serves))
            larger = count
    return _served_by(lines, uses)


def _served_by(lines: list[CarryLine], uses: Sequence[tuple[int, int, int]]) -> list[CarryLine]:
    """With one line alone, how many uses it serves in all."""
    if len(lines) == 1 and lines[0].amount == "1":
        line = lines[0]
        return [CarryLine(line.key, line.nature, line.amount, line.thing, len(uses))]
    return lines


def _most_at_once(spans: Sequence[tuple[int, int]]) -> int:
    """How many of these overlap at most; one that ends when another begins is free for it."""
    turns = sorted([(start, 1) for start, _ in spans] + [(end, -1) for _, end in spans])
    at_once = most = 0
    for _, change in turns:
        at_once += change
        most = max(most, at_once)
    return most
