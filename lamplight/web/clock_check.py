"""Before anything is written under a clock that may be wrong, the keeper is asked."""

from __future__ import annotations

from flask import Flask, request, session

from lamplight.core.moment import clock_doubt
from lamplight.store.logbook import last_written
from lamplight.web.ask import Choice, Question
from lamplight.web.clock import present

FIELD = "clock"
# They write nothing that a date matters for, or are sent by whoever cannot tell: a program, a guest, a mail's link.
UNASKED = (
    "sign_in.enter", "sign_in.leave", "sign_in.accept", "sign_in.key_asked", "sign_in.key_shown", "setup.who",
    "api.readings_in", "api.lamps_in", "passer_by.tell", "stopping.stop",
)  # fmt: skip


def register(app: Flask) -> None:
    """Ask once a day and browser, when a form is sent."""

    @app.before_request
    def check() -> None:
        if request.method != "POST" or request.endpoint in UNASKED or request.endpoint is None:
            return
        moment = present()
        doubt = clock_doubt(moment, last_written())
        if not doubt or session.get(FIELD) == moment.date().isoformat():
            return
        if request.form.get(FIELD) == "right":
            session[FIELD] = moment.date().isoformat()
            return
        raise Question(
            "Is the clock right?",
            f"{doubt}. Where the clock is wrong, set it on the computer first: what is written now would stand at the "
            "wrong date. Where it is right, go on.",
            Choice("The clock is right: save it", FIELD, "right"),
        )
