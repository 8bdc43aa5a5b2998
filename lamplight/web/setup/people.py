"""Who keeps the machines: their roles, how they come in, where they are signed in, and their programs."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from functools import partial

import segno
from flask import abort, flash, redirect, request, session, url_for
from flask_login import current_user
from markupsafe import Markup

from lamplight.actions.access import end_some_access
from lamplight.actions.api_tokens import SCOPE_WORDS, end_token, make_token
from lamplight.actions.forgetting import forget_person
from lamplight.actions.invites import make_invite, withdraw_invite
from lamplight.actions.passphrases import change_passphrase, whose_is_asked
from lamplight.actions.sign_in import end_other_session
from lamplight.actions.sites import save_keeper, serve_no_more
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import ROLE_WORDS, RoleAtSite
from lamplight.sight.access import Access, Scope, access_at, can_have_keys, may_be_forgotten, two_steps
from lamplight.sight.actor import Actor, known_to
from lamplight.simulators.mail_catcher import throw_away_to
from lamplight.store.database import data_folder
from lamplight.store.forgetting import PersonRow, TakenPhoto, photos_by, sites_ever_served
from lamplight.store.rights import roles_at
from lamplight.store.sites import KeeperRow, keepers
from lamplight.store.tokens import GOOD_FOR, open_invites, secrets_by_keeper
from lamplight.web import forms
from lamplight.web.addresses import same_site
from lamplight.web.clock import now
from lamplight.web.here import actor, everybody, keeper, owner, signs_in, site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.setup.views import blueprint

MOST_PHOTOS = 60


@blueprint.route("/people", methods=["GET", "POST"])
def people():  # noqa: ANN201
    site()
    errors: dict[str, str] = {}
    if request.method == "POST":
        known = {row.id for row in keepers(active_only=False)}
        keeper_id = forms.row_number(request.form.get("id", ""))
        if keeper_id is not None and keeper_id not in known:
            abort(404)
        try:
            if request.form.get("do") == "elsewhere":
                serve_no_more(keeper_id or 0, actor(), request.form.get("present", ""))
                return see_other("setup.people")
            active = request.form.get("do") != "leave"
            saved = save_keeper(
                request.form.get("name", ""), request.form.get("initials", ""), actor(), keeper_id, active,
                request.form.get("present", ""), _role(request.form.get("site_role", "")),
            )  # fmt: skip
            if not session.get("keeper"):
                session["keeper"] = saved
                session.permanent = True
            return see_other("setup.people")
        except InvalidInput as problem:
            errors = forms.placed(problem, ("initials", "name", "present", "role"), "initials")
    return show_people(422 if errors else 200, errors)


def _elsewhere() -> list[KeeperRow]:
    """Who serves another site and not this one, as far as whoever is here may know of them."""
    here, known = {row.id for row in everybody()}, known_to(actor())
    return [row for row in keepers() if row.id not in here and (known is None or row.id in known)]


def _access(who: Actor) -> dict[int, Access]:
    """What lets each keeper in: oneself, an owner everybody; none where nobody signs in."""
    if who.role is None:
        return {}
    shown = {row.id for row in everybody()} if who.role is RoleAtSite.OWNER else {who.keeper_id or 0}
    return access_at(site().id, shown, now(), current_user.get_id() or "")


def _left() -> list[tuple[PersonRow, list[TakenPhoto]]]:
    """Those who have left and whose name may leave the book, each with the photos that they took."""
    if not owner():
        return []
    here = site().id
    return [
        (row, photos_by(row.keeper_id)[:MOST_PHOTOS])
        for row in may_be_forgotten()
        if here in sites_ever_served(row.keeper_id)
    ]


def _role(text: str) -> RoleAtSite | None:
    """The role that was chosen; None where none was.

    Raises:
        InvalidInput: for another word.
    """
    if text and text not in set(RoleAtSite):
        raise InvalidInput("Choose what they are here.", "role")
    return RoleAtSite(text) if text else None


def show_people(code: int, errors: Mapping[str, str], invited: tuple[str, str, Markup] | None = None, token: str = ""):  # noqa: ANN201
    """The page, with what is wrong, or what is shown this once."""
    form = request.form if {"initials", "name", "role"} & set(errors) and not request.form.get("id") else {}
    secrets, who = secrets_by_keeper(), actor()
    elsewhere = _elsewhere()
    asked = {row.id: whose_is_asked(row.id, who, secrets) for row in [*everybody(), *elsewhere]}
    return render(
        "setup/people.html", "worktop", code, form=form, errors=errors, sign_in_here=set(secrets), asked=asked,
        changed=forms.row_number(request.form.get("id", "")),
        roles=roles_at(site().id), invited=invited,
        invites=open_invites(site().id, now()) if who.role is RoleAtSite.OWNER else [], good_for=GOOD_FOR,
        access=_access(who), token=token, both=two_steps(), left=_left(),
        keys_here=can_have_keys(request.host.partition(":")[0]), scopes=SCOPE_WORDS,
        role_words=ROLE_WORDS, elsewhere=elsewhere, owns=who.role is RoleAtSite.OWNER,
    )  # fmt: skip


def ended(field: str, end: Callable[[int, Actor], object], words: str):  # noqa: ANN201
    """End one thing that lets somebody in, whose number the form has in a field, and say so."""
    try:
        end(forms.row_number(request.form.get(field, "")) or 0, actor())
    except InvalidInput as problem:
        return show_people(422, {"access": str(problem)})
    flash(words)
    return see_other("setup.people")


@blueprint.post("/people/invite")
def invite():  # noqa: ANN201
    """The link is shown once, in the answer itself: nobody can ask for it again."""
    if not signs_in():
        abort(404)  # nobody could follow it
    try:
        role = _role(request.form.get("site_role", "")) or RoleAtSite.HELPER
        token = make_invite(site(), role, actor())
    except InvalidInput as problem:
        return show_people(422, {"invite": str(problem)})
    address = url_for("sign_in.invited", token=token, _external=True)
    code = segno.make(address, error="m", micro=False)
    drawn = code.svg_inline(border=2, omitsize=True, svgclass="qr", lineclass=None)
    return show_people(200, {}, invited=(role.value, address, Markup(drawn)))


@blueprint.post("/people/withdraw")
def withdraw():  # noqa: ANN201
    return ended("invite", withdraw_invite, "That invitation is good for nothing now.")


@blueprint.post("/people/session")
def end_session():  # noqa: ANN201
    return ended("session", end_other_session, "That session has ended.")


@blueprint.post("/people/access")
def end_some():  # noqa: ANN201
    """All that lets somebody in ends, or their mail, or their calendar."""
    if all(str(row.id) != request.form.get("id", "") for row in everybody()):
        abort(404)
    return ended("id", partial(end_some_access, request.form.get("what", "")), "That has ended.")


@blueprint.post("/people/forget")
def forget():  # noqa: ANN201
    """Somebody's name leaves the book, with the photos that show them."""
    form = request.form
    try:
        photos = [number for text in form.getlist("photo") if (number := forms.row_number(text)) is not None]
        if form.get("sure") != "1":
            raise InvalidInput("Say that they asked for it. It cannot be undone.")
        alias = forget_person(
            forms.row_number(form.get("id", "")) or 0, photos, actor(), partial(throw_away_to, data_folder())
        )
    except InvalidInput as problem:
        return show_people(422, {"forget": str(problem)})
    flash(f"Done. They are called “{alias}” everywhere. Copies from before hold the name until they age out.")
    return see_other("setup.people")


@blueprint.post("/people/token")
def token():  # noqa: ANN201
    """The token is shown once, in the answer itself."""
    form = request.form
    try:
        if form.get("scope") not in set(Scope):
            raise InvalidInput("Choose what the token is good for.", "token_name")
        made = make_token(Scope(form["scope"]), form.get("token_name", ""), actor())
    except InvalidInput as problem:
        return show_people(422, {"token": str(problem)})
    return show_people(200, {}, token=made)


@blueprint.post("/people/token/end")
def no_token():  # noqa: ANN201
    return ended("token", end_token, "That token has ended.")


@blueprint.post("/who")
def who():  # noqa: ANN201
    if signs_in():
        abort(404)  # who it is comes from the sign-in
    chosen = request.form.get("keeper", "")
    session["keeper"] = forms.row_number(chosen)
    session.permanent = True
    return redirect(same_site(request.form.get("next", ""), url_for("today.page")), 303)


@blueprint.post("/people/passphrase")
def passphrase():  # noqa: ANN201
    """A keeper's own passphrase; of the keeper whom the form names where nobody signs in, or an owner sets it anew."""
    wanted = forms.row_number(request.form.get("id", "")) or 0
    own = keeper()
    if signs_in() and not wanted:
        wanted = own.id if own else 0
    try:
        if request.form.get("passphrase") != request.form.get("again"):
            raise InvalidInput("The two passphrases differ. Type the same one twice.")
        change_passphrase(wanted, request.form.get("passphrase", ""), actor(), request.form.get("present", ""))
    except InvalidInput as problem:
        return show_people(422, {"passphrase": str(problem)})
    flash("The passphrase is set. Phones that were signed in with the old one are signed out.")
    return see_other("setup.people")
