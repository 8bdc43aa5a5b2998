"""What the mail catcher took, and how it is to behave."""

from __future__ import annotations

from flask import Blueprint, abort, flash, request

from lamplight.core.errors import NotAllowed
from lamplight.simulators.mail_catcher import Caught, Mood, caught, mood, set_mood, throw_away
from lamplight.store.database import data_folder
from lamplight.store.mail import message_ids
from lamplight.web.here import every_site, site, sites_known
from lamplight.web.mail.views import dressed
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other

blueprint = Blueprint("simulated_mail", __name__, url_prefix="/simulated/mail", template_folder="templates")
MOST_SHOWN = 60
MOODS = {Mood.TAKES: "takes what comes", Mood.BUSY: "puts everything off", Mood.REFUSES: "refuses everything"}


def _caught() -> list[Caught]:
    """What was caught of the sites that whoever is here keeps; of the others nothing."""
    mails = caught(data_folder())
    if len(sites_known()) == len(every_site()):
        return mails
    own = message_ids(sites_known())
    return [mail for mail in mails if mail.message_id in own]


@blueprint.get("")
def page():  # noqa: ANN201
    site()
    mails = _caught()
    key = request.args.get("mail", "")
    shown = next((mail for mail in mails if mail.key == key), mails[0] if mails else None)
    return render(
        "simulated/mail.html", "worktop", mails=mails[:MOST_SHOWN], count=len(mails), shown=shown, moods=MOODS,
        mood=mood(data_folder()),
    )  # fmt: skip


@blueprint.get("/<key>/page")
def dressed_page(key: str):  # noqa: ANN201
    """The page that a mail carries."""
    site()
    mail = next((mail for mail in _caught() if mail.key == key), None)
    return dressed(mail.page) if mail else abort(404)


@blueprint.post("")
def act():  # noqa: ANN201
    """Let it behave otherwise, or forget what it caught."""
    site()
    if request.form.get("do") == "clear":
        throw_away(data_folder(), [mail.key for mail in _caught()])
        flash("What was caught is thrown away.")
        return see_other("simulated_mail.page")
    if len(sites_known()) < len(every_site()):
        raise NotAllowed("Other sites send into the catcher as well. Ask somebody who keeps all of them.")
    wanted = request.form.get("mood", "")
    if wanted not in set(Mood):
        abort(404)
    set_mood(data_folder(), Mood(wanted))
    flash(f"The catcher {MOODS[Mood(wanted)]} from now on.")
    return see_other("simulated_mail.page")
