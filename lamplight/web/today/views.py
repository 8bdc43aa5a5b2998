"""Today: the machines on the edge, and what to do, with what, in which order."""

from __future__ import annotations

from flask import Blueprint

from lamplight.actions.outlook import look_at_all
from lamplight.web.clock import now
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other, site
from lamplight.web.today.model import today_model

blueprint = Blueprint("today", __name__, template_folder="templates")


@blueprint.get("/")
def page():  # noqa: ANN201
    here = site()
    looks = look_at_all(here, now())
    if not looks:
        return see_other("machines.add")
    return render("today/page.html", "worktop", model=today_model(looks, here.calendar, now()))
