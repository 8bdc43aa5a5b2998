"""The link in a mail that stops it, without signing in: by a page with one button, or by the mail program itself.

Only a POST stops anything, since programs that look for dangerous links open every one (RFC 8058).
"""

from __future__ import annotations

from flask import Blueprint, abort, request
from flask import render_template as render

from lamplight.actions.mail_settings import stop_by_link
from lamplight.core.errors import InvalidInput
from lamplight.core.mail.wishes import NoteKind
from lamplight.sight.access import wishes_of_token
from lamplight.sight.actor import Actor
from lamplight.store.mail import WishesRow
from lamplight.store.sites import SiteRow, sites
from lamplight.web.clock import now

blueprint = Blueprint("stopping", __name__, template_folder="templates")
WORDS = {
    NoteKind.MORNING: "morning notes", NoteKind.AT_ONCE: "notes at once", NoteKind.WEEK: "looks at the week ahead",
}  # fmt: skip


def _kind(text: str) -> NoteKind | None:
    """The sort of mail that a link names; None for all of them."""
    kind = next((kind for kind in NoteKind if kind.name.lower() == text), None)
    if kind is None:
        abort(404)
    return None if kind is NoteKind.TRIAL else kind


@blueprint.get("/mail/stop/<token>/<kind>")
def page(token: str, kind: str):  # noqa: ANN201
    which = _kind(kind)
    here = _site_of(token)
    return _show(wishes_of_token(here, token) if here else None, which)


def _site_of(token: str) -> SiteRow | None:
    """The site whose mails a link stops; None for no link of ours."""
    return next((row for row in sites() if wishes_of_token(row, token)), None)


def _show(row: WishesRow | None, which: NoteKind | None, stopped: bool = False) -> tuple[str, int]:
    comes = row is not None and not stopped and row.wishes.without(which) != row.wishes
    words = WORDS[which] if which else "mails"
    page = render("mail/stop.html", row=row, which=words, comes=comes, kind=which, stopped=stopped)
    return page, 200 if row else 404


@blueprint.post("/mail/stop/<token>/<kind>")
def stop(token: str, kind: str):  # noqa: ANN201
    """Stop one sort, or all of them; without a token of ours, since a mail program sends none."""
    here, which = _site_of(token), _kind(kind)
    which = None if request.form.get("all") else which
    try:
        return _show(
            stop_by_link(here, token, which, Actor(now(), site_id=here.id)) if here else None, which, stopped=True
        )
    except InvalidInput:
        return _show(None, which)
