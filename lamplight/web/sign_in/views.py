"""Signing in on a phone at the machine; asked only where others could reach the server."""

from __future__ import annotations

from datetime import timedelta

from flask import Blueprint, Flask, redirect, request, url_for
from flask_limiter import Limiter
from flask_limiter.util import get_remote_address
from flask_login import LoginManager, UserMixin, current_user, login_user, logout_user
from werkzeug.exceptions import SecurityError
from werkzeug.wrappers import Response

from lamplight.actions.sign_in import signed_in
from lamplight.store.passphrases import SecretRow, secrets_by_keeper
from lamplight.web import forms
from lamplight.web.addresses import same_site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other

blueprint = Blueprint("sign_in", __name__, template_folder="templates")
WORKING_WEEK = timedelta(days=7)
OPEN = ("static", "healthz", "sign_in.page")
LIMITER = Limiter(get_remote_address, storage_uri="memory://")
WRONG = "Name and passphrase do not go together. Try again, or ask a keeper to set a new one."


class SignedIn(UserMixin):
    """A keeper who is signed in; another passphrase makes another one of them."""

    def __init__(self, row: SecretRow) -> None:
        self.keeper = row.keeper
        self.id = f"{row.keeper.id}:{row.version}"


def _load(identity: str) -> SignedIn | None:
    number, _, version = identity.partition(":")
    row = secrets_by_keeper().get(forms.row_number(number) or 0)
    return SignedIn(row) if row and str(row.version) == version else None


def _by_name() -> str:
    return request.form.get("name", "").strip().lower()[:80] or get_remote_address()


def register(app: Flask) -> None:
    """Sign-in for an application that others can reach."""
    manager = LoginManager(app)
    manager.session_protection = "basic"
    manager.user_loader(_load)
    app.config.update(
        REMEMBER_COOKIE_NAME="lamplight-phone",
        REMEMBER_COOKIE_DURATION=WORKING_WEEK,
        REMEMBER_COOKIE_HTTPONLY=True,
        REMEMBER_COOKIE_SAMESITE="Lax",
    )
    LIMITER.init_app(app)
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


@blueprint.route("/sign-in", methods=["GET", "POST"])
@LIMITER.limit("10 per minute; 60 per hour", methods=["POST"])
@LIMITER.limit("8 per 15 minutes", key_func=_by_name, methods=["POST"])
def page():  # noqa: ANN201
    target = same_site(request.values.get("next", ""), "/")
    if request.method == "GET":
        return render("sign_in/page.html", "worktop", target=target, error="", form={})
    row = signed_in(request.form.get("name", ""), request.form.get("passphrase", ""))
    if row is None:
        return render("sign_in/page.html", "worktop", 422, target=target, error=WRONG, form=request.form)
    login_user(SignedIn(row), remember=bool(request.form.get("trusted")), duration=WORKING_WEEK)
    return redirect(target, 303)


@blueprint.post("/sign-out")
def leave():  # noqa: ANN201
    logout_user()
    return see_other("sign_in.page")
