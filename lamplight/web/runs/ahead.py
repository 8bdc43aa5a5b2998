"""A run as a phone takes it along: every place that it may come to, drawn and worded, for without a connection."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from flask import Response, current_app, jsonify

from lamplight.core.run.ahead import Place, place_key, places_ahead
from lamplight.core.run.state import RunState
from lamplight.sight.runs import inspections_due
from lamplight.store.photos import photos_of_runs
from lamplight.store.runs import RunRow
from lamplight.store.told import manual_pages
from lamplight.web.here import actor
from lamplight.web.runs.known import step_known
from lamplight.web.runs.model import broken_words, inside_words, run_model
from lamplight.web.runs.views import blueprint, edition_of, existing


@blueprint.get("/<int:run_id>/ahead")
def ahead(run_id: int) -> Response:
    """JSON: each place by its key, with the page that shows it, where touches lead, its clock, and what is inside.

    Many places look alike but for what is inside: they share a page, in which the phone writes that.
    """
    run, view = existing(run_id)
    places = places_ahead(run.state)
    around = {
        "view": view, "photos": photos_of_runs([run_id]).get(run_id, []), "manual": manual_pages(run.machine_id),
        "inspections": inspections_due(run, actor()), "notice": "", "doubts": (), "form": {}, "listening": None,
        "edition": edition_of(run.state),
    }  # fmt: skip
    current_app.update_template_context(around)  # once: it is the same for every place
    drawn = {page_key(place.state): place.state for place in reversed(places.values())}
    pages = {key: _page(replace(run, state=state), around) for key, state in drawn.items()}
    shown = {key: _told(place) for key, place in places.items()}
    return jsonify(run=run_id, edition=around["edition"], places=shown, pages=pages)


def page_key(state: RunState) -> str:
    """What tells one page from another: the step, and what stands before it."""
    before = (state.put_already, state.answered_no, state.doubt, state.asked_for, state.broken and state.broken.value)
    return " ".join([str(state.index), *(str(one) for one in before)])


def _told(place: Place) -> dict[str, Any]:
    state = place.state
    told: dict[str, Any] = {
        "page": page_key(state), "leads": place.leads, "soon": place.soon_s, "inside": inside_words(state),
    }  # fmt: skip
    if state.broken:
        told["beside"] = page_key(replace(state, broken=None, paused_at=None))
    return told


def _page(run: RunRow, around: dict[str, Any]) -> str:
    """The fragment of a place; of one that is broken off the words alone, which stand beside the same drawing."""
    state, environment = run.state, current_app.jinja_env
    if state.broken:
        words = environment.get_template("runs/broken_off.html")
        return words.render({**around, "run": run, "model": broken_words(state)})
    model = run_model(run, around["view"], (), around["inspections"], state.step_started_at)
    page = environment.get_template("runs/page.html")
    known = step_known(around["view"], state)
    context = {**around, "run": run, "model": model, "known": known, "place": place_key(state)}
    return "".join(page.blocks["run"](page.new_context(context)))
