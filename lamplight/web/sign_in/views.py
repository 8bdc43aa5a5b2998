"""Signing in on a phone at the machine; asked only where others could reach the server."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import timedelta

from flask import Blueprint, Flask, current_app, redirect, request, session, url_for
from flask_login import LoginManager, UserMixin, current_user, login_user, logout_user
from werkzeug.exceptions import SecurityError
from werkzeug.wrappers import Response

from lamplight.actions.invites import GONE, accept_as, accept_invite
from lamplight.actions.sign_in import begin_session, end_session, note_lockout, sign_in
from lamplight.actions.tries import TooManyTries, origin_of
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import ROLE_WORDS, RoleAtSite
from lamplight.sight.access import can_have_keys, good_keys, invite_of, keeper_of_session, two_steps
from lamplight.store.sites import site_of
from lamplight.store.tokens import SecretRow, secrets_by_keeper
from lamplight.web import forms
from lamplight.web.addresses import same_site
from lamplight.web.clock import now, present
from lamplight.web.here import keeper
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.rights import OPEN

blueprint = Blueprint("sign_in", __name__, template_folder="templates")
DEVICE_COOKIE, DEVICE_REMEMBERED = "lamplight-device", timedelta(days=400)
WRONG = "Name and passphrase do not go together. Try again, or ask a keeper to set a new one."


class SignedIn(UserMixin):
    """A keeper who is signed in; what the cookie carries names the session, not the keeper."""

    def __init__(self, row: SecretRow, token: str) -> None:
        self.keeper = row.keeper
        self.id = token


def _load(token: str) -> SignedIn | None:
    row = keeper_of_session(token, present())
    return SignedIn(row, token) if row else None


def register(app: Flask) -> None:
    """Sign-in for an application that others can reach."""
    manager = LoginManager(app)
    manager.session_protection = "basic"
    manager.user_loader(_load)
    app.register_blueprint(blueprint)
    app.extensions["lamplight_keeper"] = lambda: current_user.keeper if current_user.is_authenticated else None

    @app.before_request
    def ask() -> Response | None:
        if isinstance(request.routing_exception, SecurityError):
            return None  # asked for under a foreign name: refused whoever it is
        if request.endpoint in OPEN or current_user.is_authenticated:
            return None
        wanted = request.full_path.rstrip("?") if request.method == "GET" else "/"
        target = url_for("sign_in.page", next=wanted)
        if request.headers.get("HX-Request"):
            return Response(status=204, headers={"HX-Redirect": target})
        return redirect(target, 303)


@blueprint.get("/sign-in")
def page():  # noqa: ANN201
    return _page(same_site(request.args.get("next", ""), "/"))


def _page(target: str, code: int = 200, error: str = "", second: str = "") -> tuple[str, int]:
    keys = can_have_keys(request.host.partition(":")[0]) and bool(good_keys())
    return render(
        "sign_in/page.html", "worktop", code, target=target, error=error, form=request.form, second=second, keys=keys
    )


@blueprint.post("/sign-in")
def enter():  # noqa: ANN201
    form, target = request.form, same_site(request.form.get("next", ""), "/")
    device = request.cookies.get(DEVICE_COOKIE, "")
    try:
        row = sign_in(
            form.get("name", ""), form.get("passphrase", ""), origin_of(request.remote_addr or ""), device, now()
        )
    except TooManyTries as problem:
        note_lockout(form.get("name", ""), now())
        body, code = _page(target, 429, str(problem))
        return body, code, problem.headers
    if row is None:
        return _page(target, 422, WRONG)
    if row.keeper.id in two_steps():
        session["half"] = [row.keeper.id, row.version, now().isoformat()]
        return _page(target, second=row.keeper.name)
    return let_in(row, target, bool(form.get("trusted")))


def let_in(row: SecretRow, target: str, trusted: bool) -> Response:
    """Begin a session in this browser, and go on."""
    token, device = begin_session(row, request.cookies.get(DEVICE_COOKIE, ""), now(), _device_words())
    session.clear()  # nothing of what was there before is carried over
    session.permanent = trusted
    login_user(SignedIn(row, token))
    answer = redirect(target, 303)
    answer.set_cookie(
        DEVICE_COOKIE, device, DEVICE_REMEMBERED, httponly=True, samesite="Lax",
        secure=current_app.config["SESSION_COOKIE_SECURE"], path=url_for("sign_in.page"),
    )  # fmt: skip
    return answer


def _device_words() -> str:
    """What the browser says that it runs on."""
    return "a phone" if "Mobi" in request.headers.get("User-Agent", "") else "a computer"


@blueprint.get("/invite/<token>")
def invited(token: str):  # noqa: ANN201
    return _invited(token, {})


def _invited(token: str, errors: Mapping[str, str]):  # noqa: ANN202
    row = invite_of(token, now())
    if row is None:
        return render("sign_in/no_invite.html", "worktop", 404, said=GONE)
    here = site_of(row.site_id)  # type: ignore[attr-defined]
    return render(
        "sign_in/invite.html", "worktop", 422 if errors else 200, place=here.name if here else "", errors=errors,
        role_words=ROLE_WORDS[RoleAtSite(row.role)], form=request.form, already=keeper(),
    )  # fmt: skip


@blueprint.post("/invite/<token>")
def accept(token: str):  # noqa: ANN201
    form, who = request.form, keeper()
    try:
        if form.get("do") == "me" and who is not None:
            session["site"] = accept_as(token, who, now())
            return see_other("today.page")
        if form.get("passphrase") != form.get("again"):
            raise InvalidInput("The two passphrases differ. Type the same one twice.", "passphrase")
        keeper_id = accept_invite(
            token, form.get("name", ""), form.get("initials", ""), form.get("passphrase", ""), now()
        )
    except InvalidInput as problem:
        return _invited(token, forms.placed(problem, ("initials", "name", "passphrase"), "passphrase"))
    return let_in(secrets_by_keeper()[keeper_id], url_for("today.page"), trusted=True)


@blueprint.post("/sign-out")
def leave():  # noqa: ANN201
    end_session(current_user.id, now())
    logout_user()
    session.clear()
    return see_other("sign_in.page")
