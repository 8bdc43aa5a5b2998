"""The water of one machine: its way, its scale ledger, its filter, and whether its descaler is enough."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime

from flask import abort, flash, request

from lamplight.actions.water import install_cartridge
from lamplight.core.care.item import ItemRole
from lamplight.core.errors import InvalidInput
from lamplight.core.water.acids import ACIDS, ALL_ACIDS, AcidPart, grams_for
from lamplight.core.water.breakthrough import FilterPlace
from lamplight.core.water.cartridge import USUAL_MONTHS, Cartridge, Resin
from lamplight.core.water.descaler import (
    AGAINST_VINEGAR,
    FOR_VINEGAR,
    DescalerMix,
    Verdict,
    verdict,
)
from lamplight.core.words import decimal, tenths, units_in_words
from lamplight.sight.costs import unit_prices
from lamplight.sight.cupboard import products
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_view
from lamplight.sight.water_choices import bypass_rows, judged
from lamplight.sight.water_story import WaterStory, water_story
from lamplight.sight.water_year import cartridges_compared
from lamplight.store.stock import uses_by_machine
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.water.model import WHERE, MachineLine, machine_line
from lamplight.web.water.views import blueprint


def story_of(machine_id: int) -> WaterStory:
    """The water of one machine of this site; answers 404 where there is none."""
    view = machine_view(site(), machine_id, now())
    if view is None:
        abort(404)
    return water_story(view, uses_by_machine([machine_id]).get(machine_id, ()), products())


@blueprint.get("/<int:machine_id>")
def machine(machine_id: int):  # noqa: ANN201
    return _show(story_of(machine_id), request.args)


@dataclass(frozen=True)
class OwnMix:
    """A mix that a keeper reckons at the bench: an acid by name, how much of it in how much water.

    Attributes:
        mix: as typed; None where nothing was.
        verdict: what it does to the scale.
        wanted_g: grams of that acid that would dissolve all of it.
        error: why it cannot be reckoned, or empty.
    """

    mix: DescalerMix | None = None
    verdict: Verdict | None = None
    wanted_g: float = 0.0
    error: str = ""


def own_mix(given: Mapping[str, str], scale_g: float) -> OwnMix:
    """The mix out of the address; nothing where no acid was chosen."""
    if not given.get("acid"):
        return OwnMix()
    try:
        grams = forms.optional_rate(given.get("grams", ""), "The acid") or 0.0
        volume = forms.optional_rate(given.get("mix_ml", ""), "The water") or 0.0
        mix = DescalerMix((AcidPart(given["acid"], grams),), volume)
        return OwnMix(mix, verdict(mix, scale_g, given.get("cold") != "on"), grams_for(given["acid"], scale_g))
    except InvalidInput as problem:
        return OwnMix(error=str(problem))


def _show(story: WaterStory, form: Mapping[str, str], error: str = ""):  # noqa: ANN202
    line, prices = machine_line(story), unit_prices(site().id, site().calendar.today(now()))
    view = story.view
    offered = view.whole_kind.cartridge_offered(story.water.cartridge)
    asked = judged(story, prices)
    own = own_mix(form, asked.scale_g)
    other, other_wrong = _other_cartridge(form)
    code = 422 if error or own.error or other_wrong else 200
    return render(
        "water/machine.html", "worktop", code, own=own, acids=ACIDS.values(), line=line, story=story, view=view,
        rows=bypass_rows(story, prices), other_wrong=other_wrong,
        others=cartridges_compared(view, site().calendar.today(now()), other), judged=asked, form=form, error=error,
        offered=offered,
        filter_item=view.whole_kind.item_of(ItemRole.FILTER), usual_months=USUAL_MONTHS, places=tuple(WHERE.items()),
        today=site().calendar.today(now()), words=units_in_words, all_acids=ALL_ACIDS, for_vinegar=FOR_VINEGAR,
        against_vinegar=AGAINST_VINEGAR, headline=_headline(line),
    )  # fmt: skip


def _other_cartridge(given: Mapping[str, str]) -> tuple[Cartridge | None, str]:
    """The cartridge that is asked about in the address; or why there is none such."""
    try:
        holds = forms.optional_rate(given.get("holds", ""), "What a cartridge holds")
        past = forms.optional_rate(given.get("past", ""), "The bypass") or 0.0
        return (None if holds is None else Cartridge(holds, past / 100, months=USUAL_MONTHS)), ""
    except InvalidInput as problem:
        return None, str(problem)


def _headline(line: MachineLine) -> str:
    story = line.story
    if story.water.test is None:
        return "The water here was not tested yet."
    if story.now.spent:
        return "The filter is spent: what comes now scales more with every litre."
    if story.there_g is None:
        return "When it was descaled nobody wrote down, so its scale cannot be reckoned."
    more = " Descale it." if story.there_g >= story.budget_g else ""
    return f"About {tenths(story.there_g)} g of scale, of {decimal(story.budget_g)} g that may be there.{more}"


@blueprint.post("/<int:machine_id>/filter")
def fit(machine_id: int):  # noqa: ANN201
    story, form = story_of(machine_id), request.form
    try:
        install_cartridge(story.view.row, _typed_cartridge(form), _installed_at(form.get("at", "")), actor())
    except InvalidInput as problem:
        return _show(story, form, str(problem))
    flash("The filter is noted.")
    return see_other("water.machine", machine_id=machine_id)


def _typed_cartridge(form: Mapping[str, str]) -> Cartridge | None:
    if form.get("do") == "out":
        return None
    capacity = forms.optional_rate(form.get("capacity", ""), "The capacity")
    if capacity is None:
        raise InvalidInput("Say what the cartridge holds, in °dH·L: its litres at 10 °dH times ten.")
    bypass = forms.optional_rate(form.get("bypass", ""), "The bypass") or 0.0
    months = forms.count(form.get("months", "") or str(USUAL_MONTHS), "Months")
    resin = Resin(form["resin"]) if form.get("resin") in set(Resin) else Resin.DECARBONISING
    place = FilterPlace(form["place"]) if form.get("place") in set(FilterPlace) else FilterPlace.TANK
    return Cartridge(capacity, bypass / 100, 0.0, resin, months, place)


def _installed_at(text: str) -> datetime:
    if not text.strip():
        return now()
    calendar = site().calendar
    day = forms.day(text, "The day it was fitted")
    return now() if day == calendar.today(now()) else calendar.opening(day)


def view_of(machine_id: int) -> MachineView:
    """One machine of this site; answers 404 where there is none."""
    view = machine_view(site(), machine_id, now())
    if view is None:
        abort(404)
    return view
