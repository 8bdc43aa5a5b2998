"""The trigger that reckons scale: in litres where the water is one, in grams behind a cartridge that weakens."""

from __future__ import annotations

from datetime import datetime

from lamplight.core.care.by_count import NEVER_READ, NO_START, NO_TEST, Wear, ahead_words, day_reached, worn
from lamplight.core.care.context import Evaluated
from lamplight.core.care.item import TriggerDue
from lamplight.core.care.triggers import ScaleBudget
from lamplight.core.usage.meters import Meter
from lamplight.core.usage.passage import NEVER, Passage
from lamplight.core.water.hardness import scale_grams
from lamplight.core.water.scale_account import litres_until
from lamplight.core.water.through import Front, water_through
from lamplight.core.words import decimal, degrees, tenths

NO_SCALE = "no scale forms from this water"


def scale_due(trigger: ScaleBudget, about: Evaluated) -> TriggerDue:
    """When the budget of scale has formed."""
    context, meter = about.context, about.context.meters.get("litres")
    present = context.water_now
    if meter is None or present.scale_dh() is None:
        return TriggerDue.unknown(trigger, NO_TEST)
    if meter.last is None:
        return TriggerDue.unknown(trigger, NEVER_READ, meter.unit)
    parts = context.through_since(about.since) if about.since else ()
    if any(part.water.cartridge for part in (*parts, present)):
        return _behind_a_cartridge(trigger, about, meter)
    grams = f"{decimal(trigger.grams)} g of scale"
    rests_on = f" for {grams} at {degrees(present.scale_dh() or 0.0)}"
    return worn(trigger, trigger.worn_by, Wear(rests_on, f"of {grams}", NO_SCALE), about)


def _behind_a_cartridge(trigger: ScaleBudget, about: Evaluated, meter: Meter) -> TriggerDue:
    """Grams that deposited so far, and when the rest will have; as wide as nobody knows how the cartridge weakens."""
    context, since, limit = about.context, about.since, trigger.grams
    if since is None:
        return TriggerDue.unknown(trigger, NO_START, "g")
    begin: datetime = since

    def grams(end: datetime, front: Front = Front.LIKELY) -> float:
        through = water_through(context.waters, meter.between, begin, end)
        return trigger.deposited * sum(scale_grams(part.litres, part.scale_dh(front) or 0.0) for part in through)

    used = grams(context.now)
    counted = f"about {tenths(used)} of {decimal(limit)} g of scale behind the filter"
    if used >= limit:
        day = day_reached(grams, limit, context.calendar.today(begin), context)
        passage, sentence = Passage(day, day, day, reached=True), f"{counted}; due"
    else:
        fronts = {front: _passage(trigger, limit - grams(context.now, front), about, front) for front in Front}
        likely = fronts[Front.LIKELY]
        early = [one.early for one in fronts.values() if one.early]
        # What lies past the horizon with one front is late by any.
        late = [one.late for one in fronts.values()]
        known = [day for day in late if day]
        passage = Passage(min(early, default=None), likely.likely, max(known) if len(known) == len(late) else None)
        sentence = ahead_words(counted, passage, meter, context)
    status = about.window.counted(used, limit, passage.likely)
    return TriggerDue(trigger, used, limit, "g", True, passage, status, sentence)


def _passage(trigger: ScaleBudget, left_g: float, about: Evaluated, front: Front) -> Passage:
    context, meter = about.context, about.context.meters["litres"]
    litres = litres_until(context.water_now, max(0.0, left_g) / trigger.deposited, front)
    if litres is None:
        return NEVER
    return meter.forecast(round(max(litres, 1e-6), 6), context.now)
