"""Plan: the weeks ahead, a visit looked at and moved, what moved by itself."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import date, datetime, timedelta

from flask import Blueprint, flash, request, url_for
from markupsafe import Markup
from werkzeug.utils import redirect

from lamplight.actions.planning import RISKS, SHARES, announce, pin_visit, wish_of_plan
from lamplight.core.agenda.last_hours import nobody_at_closing, wants_a_rinse
from lamplight.core.errors import InvalidInput
from lamplight.core.moment import read_moment
from lamplight.core.plan.lived import Spread, Way, saved
from lamplight.core.words import plural
from lamplight.drawing.ways_bar import ways_bar
from lamplight.drawing.year_wires import Sign, Wire, year_wires
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import ALL_LOOKED_INTO, machine_views
from lamplight.sight.plan import PlanView, plan_stands, plan_view, weeks_lived
from lamplight.sight.shelves import MOST_MACHINES, SOON_DAYS, lacking_soon, left_empty, shelves
from lamplight.sight.year import YearMark, arrivals, runs_out, year_ahead
from lamplight.store.plans import announced, plan_wishes
from lamplight.store.rounds import week_slots
from lamplight.store.sites import SiteRow, closures, keepers, machine
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, everybody, keeper, site
from lamplight.web.paging import paged
from lamplight.web.plan.absences import away_lines
from lamplight.web.plan.model import Looked, VisitLine, daily_lines, plan_model
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other, wants_fragment

# The weeks of no more machines are lived: of a firm, those that want something first.
MOST_LIVED = 40
blueprint = Blueprint("plan", __name__, template_folder="templates")


@blueprint.get("/plan")
def page():  # noqa: ANN201
    views = machine_views(site(), now())
    return _show(views) if views else see_other("machines.add")


def _show(views: list[MachineView], code: int = 200, error: str = ""):  # noqa: ANN202
    looked, whose = _looked(), _whose()
    if len(views) > ALL_LOOKED_INTO and plan_stands(site(), now()) and whose and looked.keeper is None:
        # Of very many machines those are looked into that whoever is here goes to; the others when they are asked for.
        own = keeper()
        looked = replace(looked, keeper=own.id if own and own.id in whose else next(iter(whose)))
    looked = replace(looked, keeper=looked.keeper or None)
    seen = plan_view(site(), _theirs(views, looked.keeper), now())
    found = shelves(site(), views, now()) if len(views) <= MOST_MACHINES else []
    model = plan_model(seen, _shut(site(), views), looked, left_empty(found))
    part = paged(model.visits, request.values.get("first", ""))
    risk, worth = plan_wishes(site().id)
    names = {row.id: row.name for row in keepers(active_only=False)}
    away = away_lines(site(), model.visits, names, {view.row.id: view.row.name for view in views}, seen.today)
    return render(
        "plan/page.html", "worktop", code, model=model, error=error, part=part, looked=looked, whose=whose, risk=risk,
        worth=worth, risks=RISKS, shares=SHARES, away=away, daily=daily_lines(seen), today=site().calendar.today(now()),
        lacking=lacking_soon(site(), views, now(), SOON_DAYS, found), gap=_gap_words(seen),
    )  # fmt: skip


def _whose() -> dict[int, str]:
    """Keepers who have hours of their own."""
    named = {slot.keeper for slot in week_slots(site().id)}
    return {row.id: row.name for row in everybody() if row.id in named}


def _gap_words(seen: PlanView) -> str:
    """On how many of the next days nobody closes machines with milk; empty for none."""
    if not any(wants_a_rinse([due.item for due in view.status.dues]) for view in seen.views.values()):
        return ""
    calendar = site().calendar
    days = [seen.today + timedelta(days=ahead) for ahead in range(1, 8)]
    gaps = [day for day in days if nobody_at_closing(calendar, day, seen.problem.slots)]
    if not gaps:
        return ""
    return f"Nobody comes at closing on {plural(len(gaps), 'day')} of the next week: say who rinses, or give it hours."


def _theirs(views: list[MachineView], keeper_id: int | None) -> list[MachineView]:
    """Of very many machines those that somebody was announced to go to, as long as that stands; else all."""
    known = announced(site().id)
    if keeper_id is None or known is None or len(views) <= ALL_LOOKED_INTO or not plan_stands(site(), now()):
        return views
    own = {visit[0] for visit, whose in zip(known.visits, known.keepers, strict=True) if whose in (None, keeper_id)}
    return [view for view in views if view.row.id in own]


def _looked() -> Looked:
    """What the address or the form looks at."""
    values = request.values
    return Looked(
        forms.row_number(values.get("machine", "")), _moment(values.get("at", "")), _day(values.get("day", "")),
        forms.row_number(values.get("keeper", "")),
    )  # fmt: skip


def _day(text: str) -> date | None:
    """A date of an address; None for what is none."""
    try:
        return forms.day(text, "")
    except InvalidInput:
        return None


def _moment(text: str) -> datetime | None:
    """A moment of an address or a form; None for what is none."""
    return read_moment(text.replace(" ", "+"))


def _shut(here: SiteRow, views: list[MachineView]) -> dict[date, str]:
    """Why nothing is done on a date: closed, or everybody away."""
    found: dict[date, str] = {}
    for row in closures(here.id):
        for n in range((row.last - row.first).days + 1):
            found[row.first + timedelta(days=n)] = row.label or "closed"
    absent = [{day for absence in view.status.book.absences for day in absence.dates()} for view in views]
    for day in set.intersection(*absent) if absent else ():
        found.setdefault(day, "away")
    return found


@blueprint.get("/plan/year")
def year():  # noqa: ANN201
    """Twelve months: what comes round rarely, closed days and absences."""
    views = machine_views(site(), now())
    if not views:
        return see_other("machines.add")
    today = site().calendar.today(now())
    firsts = [date(today.year + (today.month - 1 + n) // 12, (today.month - 1 + n) % 12 + 1, 1) for n in range(13)]
    marks = year_ahead(site(), views, now())
    bought = [*runs_out(site(), views, marks, now()), *arrivals(site())]
    orders = [
        Sign(one.day, None, f"{one.title}: {'comes' if one.arrives else 'used up'} {one.day:%-d %b}")
        for one in sorted(bought, key=lambda one: one.day)
    ]
    wires = [_wire(view, [mark for mark in marks if mark.machine == view.row.id]) for view in views]
    wires = [wire for wire in (*wires, Wire("to buy", url_for("supplies.page"), orders)) if wire.signs]
    spans = [span for span in _spans(site(), views) if span[0] < firsts[-1]]
    return render(
        "plan/year.html", "worktop", count=len(marks), spans=spans, listed=_by_month(wires, firsts[:12]),
        circuits=list(dict.fromkeys(mark.item.circuit for mark in marks)),
        drawing=year_wires(wires, firsts, spans) if wires else "",
    )  # fmt: skip


def _wire(view: MachineView, marks: Sequence[YearMark]) -> Wire:
    """A machine's year."""
    signs = [
        Sign(mark.day, mark.item.circuit, f"{mark.item.title} at {view.row.name}, {mark.day:%-d %b}") for mark in marks
    ]
    return Wire(view.row.name, url_for("machines.machine", machine_id=view.row.id), signs)


def _by_month(wires: Sequence[Wire], firsts: Sequence[date]) -> list[tuple[date, list[Sign]]]:
    """Everything that is on the wires, month by month."""
    signs = sorted((sign for wire in wires for sign in wire.signs), key=lambda sign: (sign.day, sign.title))
    found = [(first, [one for one in signs if one.day.replace(day=1) == first]) for first in firsts]
    return [(first, own) for first, own in found if own]


def _spans(here: SiteRow, views: list[MachineView]) -> list[tuple[date, date, str]]:
    """Closed days and absences of everybody, as spans."""
    found = [(row.first, row.last, row.label or "closed") for row in closures(here.id)]
    absences = [set(view.status.book.absences) for view in views]
    for absence in set.intersection(*absences) if absences else ():
        found.append((absence.first, absence.last, "away"))
    return sorted(found)


ROWS = (
    ("openings", "openings"),
    ("minutes of yours", "minutes"),
    ("products used", "products"),
    ("lamps that surprised", "surprises"),
    ("days past limits of hygiene", "past_days"),
)


def _bars(ways: Sequence[Way]) -> list[tuple[str, list[tuple[Spread, Markup]]]]:
    """For each figure its means of the ways lived, as bars of one scale."""
    found = []
    for title, name in ROWS:
        told: list[Spread] = [getattr(way, name) for way in ways]
        most = max(one.high for one in told)
        tones = ("by-lamp", "by-calendar", "by-plan")
        bars = [ways_bar(one.low, one.mean, one.high, most, tone) for one, tone in zip(told, tones, strict=True)]
        found.append((title, list(zip(told, bars, strict=True))))
    return found


@blueprint.get("/plan/saves")
def saves():  # noqa: ANN201
    """The same weeks lived three ways."""
    views = machine_views(site(), now())
    if not views:
        return see_other("machines.add")
    ways = weeks_lived(plan_view(site(), views[:MOST_LIVED], now()))
    openings, surprises = saved(ways)
    headline = (
        f"{100 * openings:.0f} % fewer openings than by calendar, {100 * surprises:.0f} % fewer lamps that surprise."
    )
    if openings <= 0 or surprises <= 0:
        headline = "Here planning spares little."
    count = len(views)
    return render(
        "plan/saves.html", "worktop", ways=ways, rows=_bars(ways), headline=headline, lived=min(count, MOST_LIVED),
        count=count,
    )  # fmt: skip


@blueprint.post("/plan/made")
def make():  # noqa: ANN201
    """Plan thoroughly and hold to it."""
    views = machine_views(site(), now())
    if views:
        announce(site(), views, now())
    if wants_fragment():  # the whole page is another then, its wall as well
        return "", 204, {"HX-Redirect": url_for("plan.page")}
    return see_other("plan.page")


@blueprint.post("/plan/wishes")
def wish():  # noqa: ANN201
    """How the plan chooses."""
    form = request.form
    try:
        risk, worth = (
            forms.optional_rate(form.get("risk", ""), "The risk"),
            forms.optional_rate(form.get("worth", ""), "It"),
        )
        wish_of_plan(site(), risk or 0.0, worth or 0.0, actor())
    except InvalidInput as problem:
        return _show(machine_views(site(), now()), 422, str(problem))
    flash("Noted. The plan goes by it.")
    return see_other("plan.page")


@blueprint.get("/plan/week")
def week():  # noqa: ANN201
    """Seven days on one page of paper."""
    views, looked = machine_views(site(), now()), _looked()
    if not views:
        return see_other("machines.add")
    seen = plan_view(site(), _theirs(views, looked.keeper or None), now())
    model = plan_model(seen, _shut(site(), views), replace(looked, keeper=looked.keeper or None, day=None))
    end = seen.today + timedelta(days=7)
    days: dict[date, list[VisitLine]] = {seen.today + timedelta(days=n): [] for n in range(7)}
    for visit in model.visits:
        if visit.slot.start.date() < end:
            days.setdefault(visit.slot.start.date(), []).append(visit)
    return render(
        "plan/week.html",
        "worktop",
        days=days,
        shut=_shut(site(), views),
        model=model,
        name=_whose().get(looked.keeper or 0),
    )


@blueprint.post("/plan/visit")
def move():  # noqa: ANN201
    """A visit is moved, or left to the plan again."""
    form = request.form
    views = machine_views(site(), now())
    row = machine(site().id, forms.row_number(form.get("machine", "")) or 0)
    start, typed = _moment(form.get("at", "")), form.get("to", "")
    to = _moment(typed) if typed else None
    try:
        if row is None or start is None or (typed and to is None):
            raise InvalidInput("That visit is no longer there. Load the page again.")
        pin_visit(site(), views, row, form.getlist("item"), start, to, actor())
    except InvalidInput as problem:
        return _show(views, 422, str(problem))
    announce(site(), machine_views(site(), now()), now())
    flash("Moved, and held there. The rest was planned around it." if to else "The plan chooses its day again.")
    seen = url_for("plan.page", machine=row.id, at=to.isoformat()) if to else url_for("plan.page")
    return redirect(seen, 303)
