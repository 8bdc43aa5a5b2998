"""Mail: what each keeper is told, how it leaves, and what became of each."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import time

from flask import Blueprint, Response, abort, flash, g, render_template, request, url_for

from lamplight.actions.mail_settings import CATCHER, SECURITY, SERVER, ServerFields, save_mail, save_wishes
from lamplight.actions.outbox import AGAIN, send_again, stop_mail
from lamplight.core.errors import InvalidInput
from lamplight.core.mail.note import Note
from lamplight.core.mail.outbox import STATE_WORDS, MailState
from lamplight.core.mail.wishes import NoteKind, Wishes
from lamplight.core.site.calendar import WEEKDAYS, minute_of
from lamplight.formats.mail_message import as_page
from lamplight.lines.notify import write_trial
from lamplight.sight.notes import Reader, next_morning, quiet_words, week_note
from lamplight.store.database import data_folder
from lamplight.store.mail import MailSettings, WishesRow, mail_password, mail_row, mail_settings, mails, wishes_rows
from lamplight.store.rights import keeper_names
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, keeper, signs_in, site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.security import MAIL_POLICY

blueprint = Blueprint("mail", __name__, url_prefix="/mail", template_folder="templates")
MOST_SHOWN = 30
WAYS = {"none": "No mail", CATCHER: "Into the catcher here, to try it out", SERVER: "By a mail server"}
WISH_FIELDS, SERVER_FIELDS = ("mailbox", "hour", "week_day"), (
    "way", "host", "port", "security", "user", "password", "sender", "address",
)  # fmt: skip
KINDS = {
    NoteKind.MORNING: "morning note", NoteKind.AT_ONCE: "at once", NoteKind.WEEK: "week ahead", NoteKind.TRIAL: "trial",
}  # fmt: skip


@blueprint.get("")
def page():  # noqa: ANN201
    return _show()


def _show(code: int = 200, errors: Mapping[str, str] | None = None, server: Mapping[str, str] | None = None):  # noqa: ANN202
    here, whose = site(), _whose()
    settings = mail_settings(here.id)
    known = {row.keeper_id: row for row in wishes_rows(here.id)}
    wanted = known[whose].wishes if whose in known else Wishes()
    own = settings or MailSettings()
    return render(
        "mail/page.html", "worktop", code, settings=settings, own=own, known=known, whose=whose, row=known.get(whose),
        wishes=wanted, hour=f"{wanted.minute // 60:02}:{wanted.minute % 60:02}", weekdays=WEEKDAYS, ways=WAYS,
        security=SECURITY, password=bool(mail_password(data_folder(), here.id, settings)), errors=errors or {},
        form=request.form, server=server or {}, **_outbox(),
    )  # fmt: skip


def _outbox() -> dict[str, object]:
    """What became of each mail."""
    rows = mails(site().id, MOST_SHOWN)
    return {
        "outbox": rows, "names": _names(), "kinds": KINDS, "states": STATE_WORDS, "again": AGAIN,
        "waiting": MailState.WAITING, "sent": MailState.SENT, "moving": any(mail.state in MOVING for mail in rows),
    }  # fmt: skip


def _address(settings: MailSettings | None) -> str:
    """The application's own address, for links."""
    return (settings.address if settings else "") or request.url_root.rstrip("/")


@blueprint.get("/outbox")
def outbox():  # noqa: ANN201
    """The outbox alone, which looks again while something moves."""
    return render_template("mail/_outbox.html", **_outbox())


MOVING = (MailState.WAITING, MailState.IN_HAND, MailState.HANDED_OVER)


def _names() -> dict[int | None, str]:
    """Whom mail can go to: who is signed in, else every keeper, else whoever keeps the machines."""
    own = keeper()
    if signs_in():
        return {own.id: own.name} if own else {}
    people = dict[int | None, str](keeper_names(site().id).items())
    if not people:
        return {None: "you"}
    # What was wished before anybody had a name can still be changed.
    unnamed = any(row.keeper_id is None for row in wishes_rows(site().id))
    return people | ({None: "whoever is here"} if unnamed else {})


def _whose() -> int | None:
    """Whose mail the page is about: whom the address names, else who is here, else the first."""
    names = _names()
    wanted, own = request.values.get("keeper"), keeper()
    if wanted == "" and None in names:
        return None
    for one in (forms.row_number(wanted or ""), own.id if own else None):
        if one is not None and one in names:
            return one
    return next(iter(names), None)


@blueprint.post("")
def wishes():  # noqa: ANN201
    """What a keeper wants to be told."""
    form = request.form
    try:
        wanted = Wishes(
            bool(form.get("morning")), _minute(form.get("hour", "")), bool(form.get("at_once")), _week_day()
        )
        save_wishes(site(), _whose(), form.get("mailbox", ""), wanted, actor())
    except InvalidInput as problem:
        return _show(422, forms.placed(problem, WISH_FIELDS, "mailbox"))
    flash("Noted. It holds from the next note on." if wanted.any else "No mail comes any more.")
    return see_other("mail.page", keeper=_whose())


def _minute(text: str) -> int:
    try:
        return minute_of(time.fromisoformat(text.strip()))
    except ValueError:
        raise InvalidInput(f"The hour is a time such as 06:30; “{text.strip()[:20]}” is not.", "hour") from None


def _week_day() -> int | None:
    text = request.form.get("week_day", "")
    if not text:
        return None
    day = forms.row_number(text)
    return 9 if day is None else day


@blueprint.post("/server")
def server():  # noqa: ANN201
    """How mail leaves."""
    form = request.form
    typed = form.get("password", "")
    try:
        fields = ServerFields(
            form.get("way", ""), form.get("host", "").strip(), forms.row_number(form.get("port", "").strip()) or 0,
            form.get("security", ""), form.get("user", "").strip(), form.get("sender", "").strip(),
            form.get("address", "").strip(), typed if typed or not form.get("user", "").strip() else None,
        )  # fmt: skip
        save_mail(site(), fields, data_folder(), actor())
    except InvalidInput as problem:
        return _show(422, forms.placed(problem, SERVER_FIELDS, "way"), form)
    flash("Noted. What waits is tried with it.")
    return see_other("mail.page")


@blueprint.post("/trial")
def trial():  # noqa: ANN201
    """One mail now, so that everything can be seen to work."""
    here, moment = site(), now()
    settings = mail_settings(here.id)
    row = _row(_whose())
    try:
        if settings is None or settings.way == "none":
            raise InvalidInput("Say first how mail leaves.", "way")
        if row is None:
            raise InvalidInput("Give a mailbox first.", "mailbox")
        write_trial(here, row, _address(settings), moment)
    except InvalidInput as problem:
        return _show(422, forms.placed(problem, (*WISH_FIELDS, *SERVER_FIELDS), "mailbox"))
    flash("Written. It leaves within a minute.")
    return see_other("mail.page", keeper=row.keeper_id, _anchor="outbox")


def _row(keeper_id: int | None) -> WishesRow | None:
    return next((row for row in wishes_rows(site().id) if row.keeper_id == keeper_id), None)


@blueprint.post("/<int:mail_id>/stop")
def stop(mail_id: int):  # noqa: ANN201
    try:
        _own(mail_id)
        stop_mail(mail_id, actor())
    except InvalidInput as problem:
        return _show(422, {"outbox": str(problem)})
    flash("Stopped. It is not sent.")
    return see_other("mail.page", _anchor="outbox")


@blueprint.post("/<int:mail_id>/again")
def again(mail_id: int):  # noqa: ANN201
    try:
        _own(mail_id)
        send_again(mail_id, actor())
    except InvalidInput as problem:
        return _show(422, {"outbox": str(problem)})
    flash("It is tried again within a minute.")
    return see_other("mail.page", _anchor="outbox")


def _own(mail_id: int):  # noqa: ANN202
    """A mail of this site."""
    mail = mail_row(mail_id)
    if mail is None or mail.site_id != site().id:
        abort(404)
    return mail


@blueprint.get("/<int:mail_id>/page")
def shown(mail_id: int):  # noqa: ANN201
    """A mail as it was written."""
    return dressed(_own(mail_id).html or "<p>Its text was let go of.</p>")


@blueprint.get("/preview/<kind>")
def preview(kind: str):  # noqa: ANN201
    """A note as it would be written now."""
    here, whose = site(), _whose()
    settings = mail_settings(here.id)
    reader = Reader(whose, _address(settings))
    if kind not in ("morning", "week"):
        abort(404)
    row = _row(whose)
    minute = (row.wishes if row else Wishes()).minute
    note = week_note(here, now(), reader) if kind == "week" else next_morning(here, now(), reader, minute)
    if note is None:
        words = f"{quiet_words(here, now())} No note comes."
        link = url_for("today.page", _external=True)
        note = Note(
            NoteKind.MORNING, words, words, (), link, "Open Lamplight", "A note comes on days with something to do."
        )
    return dressed(as_page(note, url_for("mail.page", _external=True), here.name))


def dressed(page: str) -> Response:
    """A mail's page in a frame of ours: its own styles, and nothing else that it could bring along."""
    g.policy = MAIL_POLICY
    return Response(page, mimetype="text/html")
