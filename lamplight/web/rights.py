"""What each address asks of whoever uses it. An address of which nothing stands here is nobody's.

The right itself is checked where everything else is decided, by `Actor.needs`; the same is asked again when a line of
the log is written. What somebody may not send is not offered either: each form stands on its page under `may`.
"""

from __future__ import annotations

from collections.abc import Mapping

from flask import Flask, g, request

from lamplight.core.errors import NotAllowed
from lamplight.core.keepers.rights import Right, allows
from lamplight.web.here import actor, role, signs_in

# Anybody may ask for these, signed in or not.
OPEN = frozenset(
    {
        "static", "healthz", "sign_in.page", "sign_in.enter", "sign_in.invited", "sign_in.accept",
        "sign_in.key_asked", "sign_in.key_shown",
        "feeds.feed", "screen.page", "offline.worker", "offline.page", "passer_by.page", "passer_by.tell", "tls.page",
        "tls.file", "api.machines_out", "api.readings_in", "api.lamps_in", "stopping.page",
        "stopping.stop",
    }
)  # fmt: skip
LOOKS, EXPORTS, REPORTS = Right.LOOK, Right.EXPORT, Right.REPORT
DOES, CARES, OWNS = Right.DO, Right.CARE, Right.OWN
# By endpoint: what it asks for to be seen, and what its form asks for; one where it has only either.
NEEDS: Mapping[str, tuple[Right, Right]] = {
    **dict.fromkeys(
        (
            "today.page", "closing.page", "machines.page", "machines.machine", "machines.handover_page",
            "told.manual_file", "told.programmes", "lamps.page", "lamps.symptom", "log.page",
            "log.runs", "log.runs_zip", "kinds.kind", "kinds.page", "kinds.export", "kinds.schema", "procedures.page",
            "procedures.procedure", "procedures.export", "procedures.schema", "procedures.card", "readings.history",
            "readings.export", "water.machine", "water.year", "water.year_csv", "water.page", "supplies.page",
            "supplies.product", "supplies.costs", "supplies.costs_csv", "supplies.doses", "supplies.dose",
            "supplies.to_buy", "supplies.list_csv", "plan.page", "plan.saves", "plan.week", "plan.year", "plan.make",
            "rounds.sheet", "runs.page", "runs.ahead", "runs.ready", "runs.photo_file", "hours.page", "mail.page",
            "mail.preview", "setup.who", "sites.together", "sites.go", "guests.page", "guests.photo",
            "simulated.page", "simulated.start",
        ),
        (LOOKS, LOOKS),
    ),
    # Their own passphrase; the page and the action look after the rest.
    "setup.people": (LOOKS, OWNS), "setup.passphrase": (LOOKS, LOOKS),
    "setup.end_session": (LOOKS, LOOKS), "setup.end_some": (LOOKS, LOOKS), "setup.token": (LOOKS, LOOKS),
    "setup.no_token": (LOOKS, LOOKS), "setup.key_wanted": (LOOKS, LOOKS), "setup.key_made": (LOOKS, LOOKS),
    "setup.no_key": (LOOKS, LOOKS), "setup.both_steps": (LOOKS, LOOKS), "sign_in.leave": (LOOKS, LOOKS),
    "log.undo_entry": (LOOKS, REPORTS),
    "log.put_entry_back": (LOOKS, REPORTS),
    "readings.page": (LOOKS, REPORTS), "readings.take": (LOOKS, REPORTS), "readings.preview": (LOOKS, REPORTS),
    "lamps.machine": (LOOKS, REPORTS), "lamps.save": (LOOKS, REPORTS), "lamps.refill": (LOOKS, REPORTS),
    "lamps.pattern": (LOOKS, REPORTS), "machines.event": (LOOKS, REPORTS), "machines.bar": (LOOKS, REPORTS),
    "machines.prompt": (LOOKS, REPORTS),
    **dict.fromkeys(
        (
            "today.done", "runs.begin", "runs.step", "runs.finish", "runs.photo", "rounds.walk", "rounds.begin",
            "rounds.note", "rounds.done", "rounds.touch", "closing.done",
            "lamps.step", "lamps.cause", "lamps.grind", "simulated.machine",
            "guests.decide",
            "told.listen", "rounds.pack",
        ),
        (LOOKS, DOES),
    ),
    **dict.fromkeys(
        (
            "machines.add", "machines.edit", "machines.last_done", "machines.limit", "machines.limits",
            "machines.own_words", "machines.part", "machines.set_up_machine", "machines.switch", "told.lifted",
            "told.manual", "told.programme", "told.words", "told.heard", "told.in_run", "kinds.build",
            "kinds.build_new", "kinds.check", "kinds.edit", "kinds.new", "kinds.save", "procedures.save",
            "procedures.check", "procedures.edit", "procedures.new", "readings.change", "readings.import_file",
            "runs.later", "guests.sticker", "water.fit", "water.test", "today.look",
            "supplies.move", "supplies.price", "supplies.supply",
            "supplies.save", "supplies.ordered", "supplies.mark", "supplies.measure", "supplies.push",
            "supplies.trial", "supplies.measure_vessel", "plan.move", "plan.wish", "hours.add", "hours.away",
            "hours.remove", "hours.minutes", "hours.save", "mail.wishes", "mail.again", "mail.stop", "mail.trial",
            "setup.absence", "simulated_mail.act",
        ),
        (LOOKS, CARES),
    ),
    "log.book_zip": (EXPORTS, EXPORTS),
    "machines.settings": (CARES, CARES), "sites.move": (CARES, CARES), "sites.another": (OWNS, OWNS),
    "guests.sheet": (CARES, CARES),
    "guests.sticker_svg": (CARES, CARES),
    # Addresses that let others in, and mail to other people.
    **dict.fromkeys(
        (
            "feeds.page", "feeds.renew", "feeds.end", "mail.outbox", "mail.shown", "simulated_mail.page",
            "simulated_mail.dressed_page",
        ),
        (CARES, CARES),
    ),
    **dict.fromkeys(
        (
            "setup.site_page", "setup.invite", "setup.withdraw", "setup.forget", "setup.close_days",
            "setup.holidays", "setup.start", "supplies.save_how", "mail.server",
            "feeds.days_off", "kinds.delete", "procedures.delete",
        ),
        (LOOKS, OWNS),
    ),
}  # fmt: skip


def needed(endpoint: str, method: str) -> Right | None:
    """What an address asks for; None where nobody said so, and nobody may."""
    known = NEEDS.get(endpoint)
    if known is None:
        return None
    sees, sends = known
    return sees if method in ("GET", "HEAD", "OPTIONS") else sends


def may(endpoint: str = "", method: str = "POST") -> bool:
    """Whether whoever reads a page may go on to an endpoint.

    Args:
        endpoint: empty for that of the page itself.
        method: by default what a form sends.
    """
    endpoint = endpoint or request.endpoint or ""
    if endpoint in OPEN or g.get("bare") or not signs_in():
        return True
    right, who = needed(endpoint, method), role()
    return right is not None and who is not None and allows(who, right)


def register(app: Flask) -> None:
    """Ask before every request; let each page ask for its forms."""
    app.jinja_env.globals["may"] = may

    @app.before_request
    def ask_right() -> None:
        endpoint = request.endpoint
        if endpoint is None or endpoint in OPEN or role() is None:
            return
        right = needed(endpoint, request.method)
        if right is None:
            raise NotAllowed("Nobody said who may do that, so nobody may.")
        actor().needs(right)
