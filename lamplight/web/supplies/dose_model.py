"""What the dose bench shows of one mix on one machine."""

from __future__ import annotations

from dataclasses import dataclass

from markupsafe import Markup

from lamplight.core.dose.beaker import DoseCut, Drawn, Saved, drawn_of, same_strength, saved_by
from lamplight.core.dose.in_hand import InHand, RoundVessel, height_of, ways_to_measure
from lamplight.core.dose.repeats import Repeats, more_needed, repeats
from lamplight.core.job.dose import STEP_OF
from lamplight.core.machine.marks import state_of_trial
from lamplight.core.machine.trial import Trial, TrialState
from lamplight.core.words import plural, units_in_words
from lamplight.drawing.beaker import DrawnBeaker, beaker, dots
from lamplight.sight.costs import unit_prices
from lamplight.sight.dose import MixHere, saved_so_far
from lamplight.sight.machine_view import MachineView
from lamplight.sight.rhythms import times_here
from lamplight.store.doses import MeasuringRow, PushRow, measurings, pushes, vessel
from lamplight.web.clock import now
from lamplight.web.here import site

STEPS_OF_HEIGHT = 40


@dataclass(frozen=True)
class PushSeries:
    """Pushes of a dispenser in one unit."""

    rows: list[PushRow]
    unit: str
    known: Repeats
    more: int | None
    drawing: Markup
    dose: float | None


@dataclass(frozen=True)
class Bench:
    """What the page shows of one mix.

    Attributes:
        mix: which.
        rows: its measurings.
        drawn: what they say; None before the first.
        cut: the dose at the mark that is suggested, or set.
        mark_ml: that mark.
        saved: against the full line; None where the rhythm is not known.
        washes: in a year; None where nobody knows.
        vessel: as it was measured, or None.
        height_mm: of the mark in it, or None.
        series: pushes by unit.
        grams_each: grams of a unit, from weighing and counting pushes; None where one of them is missing.
        state: of the newest experiment, or None.
        so_far: units that its runs took less than the full dose until now.
        so_far_money: the same in money; None where no price is known.
        drawing: the beaker.
        ways: the dose at the mark as hands can measure it.
    """

    mix: MixHere
    rows: list[MeasuringRow]
    drawn: Drawn | None
    cut: DoseCut
    mark_ml: float
    saved: Saved | None
    washes: float | None
    vessel: RoundVessel | None
    height_mm: float | None
    series: list[PushSeries]
    grams_each: float | None
    state: TrialState | None
    trial: Trial | None
    so_far: float
    so_far_money: float | None
    drawing: Markup
    ways: list[InHand]


def bench_of(view: MachineView, mix: MixHere, margin: float | None = None) -> Bench:
    rows = measurings(view.row.id, mix.role)
    drawn = drawn_of([row.measuring for row in rows], margin) if rows else None
    # What is taken whole goes with the full mix, however little of it is drawn.
    settled = mix.marked or drawn is None or not mix.by_volume
    mark = float(mix.mark_ml) if settled or drawn is None else min(drawn.mark_ml, mix.full_ml)
    cut = same_strength(mix.product, mix.full_units, mix.full_ml, mark)
    today = site().calendar.today(now())
    washes = times_here(view, today).get(mix.item.key)
    price = unit_prices(site().id, today).get(mix.product.key)
    saved = saved_by(mix.full_units, cut.units, washes, price) if washes is not None else None
    known = vessel(view.row.id, mix.role)
    series = [_series(mix, unit) for unit in dict.fromkeys((mix.product.unit, "g"))]
    shown = [one for one in series if one is not None]
    means = {one.unit: one.known.mean for one in shown}
    each = means["g"] / means[mix.product.unit] if len(means) == 2 and means[mix.product.unit] else None
    own = [trial for trial in view.status.book.trials if trial.role == mix.role]
    state = state_of_trial(own[-1], view.status.book.looked_at) if own else None
    drawing = beaker(
        DrawnBeaker(
            mix.full_ml,
            mark,
            drawn.drawn.mean if drawn else None,
            mix.full_units / mix.full_ml,
            plural(2, mix.product.unit).split(" ", 1)[1]
            if mix.product.unit not in ("ml", "g", "L")
            else mix.product.unit,
            mix.product.unit,
            1.0 if mix.product.whole else STEP_OF.get(mix.product.unit, 0.5),
            _heights(known, mix.full_ml),
            mix.by_volume,
        )  # fmt: skip
    )
    so_far = saved_so_far(view, mix)
    return Bench(
        mix, rows, drawn, cut, mark, saved, washes, known, _height(known, mark), shown, each, state,
        own[-1].trial if own else None, so_far, None if price is None else so_far * price, drawing,
        ways_to_measure(mix.product, cut.wanted, means.get(mix.product.unit) or None, each),
    )  # fmt: skip


def _heights(known: RoundVessel | None, full_ml: float) -> list[tuple[float, float]]:
    if known is None:
        return []
    holds = known.volume_ml(known.height_mm)
    steps = [min(holds, full_ml) * number / STEPS_OF_HEIGHT for number in range(STEPS_OF_HEIGHT + 1)]
    return [(ml, height_of(known, ml)) for ml in steps]


def _height(known: RoundVessel | None, mark_ml: float) -> float | None:
    if known is None or mark_ml > known.volume_ml(known.height_mm):
        return None
    return height_of(known, mark_ml)


def _series(mix: MixHere, unit: str) -> PushSeries | None:
    rows = [row for row in pushes(mix.product.key) if row.unit == unit]
    counted = [row.value for row in rows if not row.left_out]
    if not counted:
        return None
    known = repeats(counted)
    drawing = dots([row.value for row in rows], [row.left_out for row in rows], known.mean_low, known.mean_high, unit)
    dose = (
        mix.full_units * mix.mark_ml / mix.full_ml / known.mean if unit == mix.product.unit and known.mean > 0 else None
    )
    return PushSeries(rows, unit, known, more_needed(known), drawing, dose)


def headline(bench: Bench) -> str:
    mix = bench.mix
    units = units_in_words(bench.cut.units, mix.product.unit)
    if mix.trial is not None:
        so_far = bench.state.words if bench.state else ""
        return f"An experiment runs: {100 * mix.trial.trial.share:.0f} % of the dose. {so_far}"
    if bench.drawn is None:
        return "Nobody measured yet how much of it the machine really draws."
    away = f"{100 * bench.drawn.waste:.0f} % of the full mix goes down the sink."
    if mix.marked:
        return f"{away} Here it is filled to {mix.mark_ml} ml, with {units}."
    if not mix.by_volume:
        return f"{away} The product is taken whole, so its dose cannot be cut."
    return f"{away} Fill to {bench.mark_ml:.0f} ml with {units} instead."


def saving(bench: Bench) -> list[tuple[str, str, str]]:
    """Money, or units, a wash, a month and a year: now and at the mark."""
    if bench.washes is None:
        return []
    full, cut, unit = bench.mix.full_units, bench.cut.units, bench.mix.product.unit
    priced = bench.saved is not None and bench.saved.a_wash is not None
    each = bench.saved.a_wash[0] / full if priced and bench.saved and bench.saved.a_wash else 1.0
    rows = []
    for words, times in (("a wash", 1.0), ("a month", bench.washes / 12), ("a year", bench.washes)):
        pair = (full * each * times, cut * each * times)
        first, second = (f"{value:,.2f}" if priced else units_in_words(round(value), unit) for value in pair)
        rows.append((words, first, second))
    return rows
