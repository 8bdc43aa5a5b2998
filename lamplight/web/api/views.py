"""JSON for other programs. Each request carries a token: ``Authorization: Bearer …``; no session, no form."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from datetime import datetime
from typing import Any

from flask import Blueprint, Response, jsonify, request
from werkzeug.exceptions import HTTPException

from lamplight.actions.lamps import note_sighting
from lamplight.actions.readings import DoubtfulReadings, take_readings
from lamplight.core.errors import InvalidInput, NotAllowed
from lamplight.core.lamps.match import PanelSignals, meanings
from lamplight.core.moment import BACK, clock_doubt, read_moment
from lamplight.sight.access import Scope, actors_of_token
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import kind_of
from lamplight.sight.machine_views import machine_views
from lamplight.sight.readings import TypedReading
from lamplight.store.database import database
from lamplight.store.logbook import last_written
from lamplight.store.sightings import lamps_from_data
from lamplight.store.sites import MachineRow, SiteRow, machines, sites
from lamplight.web.clock import now
from lamplight.web.here import go_to, signs_in

blueprint = Blueprint("api", __name__, url_prefix="/api")
MOST_READINGS, MOST_COUNTED = 200, 999_999_999
Answer = tuple[Response, int]


class Refused(Exception):
    """What is answered instead: a code and a sentence."""

    def __init__(self, code: int, sentence: str) -> None:
        super().__init__(sentence)
        self.code = code


@blueprint.errorhandler(Refused)
def refused(problem: Refused) -> Answer:
    answer = jsonify(error=str(problem))
    if problem.code == 401:
        answer.headers["WWW-Authenticate"] = "Bearer"
    return answer, problem.code


@blueprint.errorhandler(InvalidInput)
def wrong(problem: InvalidInput) -> Answer:
    return jsonify(error=str(problem)), 422


@blueprint.errorhandler(NotAllowed)
def not_allowed(problem: NotAllowed) -> Answer:
    return jsonify(error=str(problem)), 403


@blueprint.errorhandler(429)
def too_often(_problem: HTTPException) -> Answer:
    return jsonify(error="That is too often. Wait a minute."), 429


def _asked_by(scope: Scope) -> dict[int, tuple[SiteRow, Actor]]:
    """The sites that whoever the token belongs to serves, each with what they are there."""
    kind, _, token = request.headers.get("Authorization", "").partition(" ")
    known = sites()
    if not signs_in() or not known:
        raise Refused(404, "Programs are answered where keepers sign in: serve Lamplight in your network.")
    actors = actors_of_token(token.strip(), scope, now()) if kind.lower() == "bearer" else {}
    if not actors:
        raise Refused(401, f"A token to that end is wanted: Authorization: Bearer …, made under People, for “{scope}”.")
    return {row.id: (row, actors[row.id]) for row in known if row.id in actors}


def _body() -> Mapping[str, Any]:
    known = request.get_json(silent=True)
    if not isinstance(known, dict):
        raise Refused(400, "The body is a JSON object.")
    return known


def _machine(served: Collection[int], wanted: object) -> tuple[int, MachineRow]:
    """Its site, and the machine, by number or by name."""
    found = [(key, one) for key in served for one in machines(key) if wanted in (one.id, one.name)]
    if not found or isinstance(wanted, bool):
        raise InvalidInput(f"There is no machine “{str(wanted)[:60]}” here.")
    if len(found) > 1:
        raise InvalidInput(f"Several sites have a machine “{str(wanted)[:60]}”. Give its number.")
    return found[0]


def _at(given: object) -> datetime:
    """The moment that a program names, else the present.

    Where the computer's clock looks wrong, a program that names the same day vouches for it; a page could be asked, a
    program cannot.
    """
    doubt = clock_doubt(now(), last_written())
    if given is None:
        if doubt:
            raise Refused(409, f"{doubt}. Send “at” with each reading, or say in a page of Lamplight that it is right.")
        return now()
    at = read_moment(str(given))
    if at is None:
        raise InvalidInput("“at” is a date and time with its offset, such as 2026-11-24T07:05:00+01:00.")
    if doubt and abs(at - now()) > BACK:
        raise Refused(409, f"{doubt}, and your clock says another time. Set the clock that is wrong.")
    return at


@blueprint.get("/machines")
def machines_out() -> Response:
    served = [row for row, _ in _asked_by(Scope.READ).values()]
    found = []
    for here, view in ((row, view) for row in served for view in machine_views(row, now())):
        dues = [
            {
                "item": due.item.key, "title": due.item.title, "status": due.status.word,
                "likely": due.likely.isoformat() if due.likely else None, "why": list(due.reasons),
            }
            for due in view.status.dues
        ]  # fmt: skip
        found.append(
            {
                "id": view.row.id, "name": view.row.name, "place": view.row.place, "kind": view.row.kind,
                "site": here.name, "zone": here.calendar.zone,
                "counter": view.status.expected_drinks, "panel": [one.title for one in view.panel.meanings],
                "dues": dues,
            }
        )  # fmt: skip
    return jsonify(sites=[row.name for row in served], at=now().isoformat(), machines=found)


@blueprint.post("/readings")
def readings_in() -> Answer:
    """``{"readings": [{"machine": 3, "value": 12480, "counter": "drinks", "at": "…"}]}``: all of them, or none."""
    served = _asked_by(Scope.READINGS)
    given = _body().get("readings")
    if not isinstance(given, list) or not 0 < len(given) <= MOST_READINGS:
        raise Refused(400, f"“readings” is a list of 1 to {MOST_READINGS}.")
    typed: dict[int, list[TypedReading]] = {}
    for one in given:
        if not isinstance(one, dict) or not isinstance(one.get("value"), int) or isinstance(one["value"], bool):
            raise InvalidInput("Each reading has a machine, and a value that is a whole number.")
        at_site, row = _machine(served, one.get("machine"))
        counter = str(one.get("counter", "drinks"))
        if not 0 <= one["value"] <= MOST_COUNTED:
            raise InvalidInput("A counter shows a whole number of up to nine digits.")
        if counter not in ("drinks", *kind_of(row.kind).counters):
            raise InvalidInput(f"{row.name} has no counter “{counter[:30]}”.")
        reading = TypedReading(row.id, one["value"], _at(one.get("at")), counter=counter)
        typed.setdefault(at_site, []).append(reading)
    try:
        with database.atomic():
            for key, own in typed.items():
                here, actor = served[key]
                take_readings(own, here.calendar_of, actor, source="api")
    except DoubtfulReadings as doubtful:
        raise InvalidInput(str(doubtful)) from doubtful
    return jsonify(taken=len(given)), 201


@blueprint.post("/lamps")
def lamps_in() -> Answer:
    """``{"machine": 3, "lamps": {"tank": "flashing red"}, "message": "", "at": "…"}``; nothing lit is a dark panel."""
    served, body = _asked_by(Scope.LAMPS), _body()
    at_site, row = _machine(served, body.get("machine"))
    (here, actor), lamps = served[at_site], body.get("lamps", {})
    if not isinstance(lamps, dict):
        raise Refused(400, "“lamps” is an object: the lamp’s key, and what it shows.")
    try:
        signals = PanelSignals(
            {key: one for key, one in lamps_from_data({str(k): str(v) for k, v in lamps.items()}).items() if one.lit},
            str(body.get("message", "")).strip()[:120],
        )
    except ValueError:
        raise InvalidInput("A lamp is off, steady or flashing, with its colour where it has several.") from None
    go_to(here)
    note_sighting(row, signals, _at(body.get("at")), actor)
    means = [meaning.title for meaning in meanings(kind_of(row.kind).panel, signals)]
    return jsonify(means=means), 201
