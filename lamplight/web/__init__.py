"""The web interface: thin routes over actions and queries."""

from __future__ import annotations

from datetime import timedelta
from pathlib import Path

from flask import Flask, Response, jsonify, request
from flask_compress import Compress
from flask_wtf import CSRFProtect

from lamplight import __version__
from lamplight.core.words import BRITISH, write_in
from lamplight.store.database import database, why_not_writable
from lamplight.store.migrating import open_database, schema_version
from lamplight.web import ask, clock_check, errors, limits, once, rendering, rights, security, sent_later
from lamplight.web.addresses import Reach, number_rows, stand_behind
from lamplight.web.clock import Clock, present
from lamplight.web.methods import OnlyPostActs
from lamplight.web.secret import secret_key
from lamplight.web.sign_in import passkeys  # noqa: F401 - it adds its pages to the place
from lamplight.web.sign_in import views as sign_in

CSRF = CSRFProtect()
# What goes out smaller; pictures and archives are small already.
COMPRESSED = [
    "text/html", "text/css", "text/javascript", "text/csv", "text/calendar", "application/json",
    "application/javascript", "image/svg+xml",
]  # fmt: skip


def create_app(folder: Path, clock: Clock | None = None, testing: bool = False, reach: Reach = Reach()) -> Flask:  # noqa: B008
    """The application over one data folder.

    Args:
        folder: where the data file lies; created when missing.
        clock: tells the time; the machine's own by default.
        testing: for tests; changes nothing but how unexpected errors surface.
        reach: from where it can be reached; where others can, keepers sign in.
    """
    open_database(folder)
    app = Flask("lamplight.web", static_folder="static", template_folder="templates")
    stand_behind(app, reach)
    app.wsgi_app = OnlyPostActs(app.wsgi_app)  # type: ignore[method-assign]
    number_rows(app)
    app.config.update(
        SECRET_KEY=secret_key(folder),
        SESSION_COOKIE_NAME="lamplight",
        SESSION_COOKIE_HTTPONLY=True,
        SESSION_COOKIE_SAMESITE="Lax",
        SESSION_COOKIE_SECURE=reach.proxies > 0 or reach.tls,
        PERMANENT_SESSION_LIFETIME=timedelta(days=400),
        WTF_CSRF_TIME_LIMIT=None,
        MAX_CONTENT_LENGTH=security.LARGEST_FORM,
        TRUSTED_HOSTS=reach.hosts,
        LOCAL_AUTHORITY=folder if reach.tls and not reach.certified else None,
        HSTS=reach.certified,
        TESTING=testing,
    )
    app.extensions["lamplight_clock"] = clock or Clock()
    security.limit_uploads(app)  # before the token is looked for, which reads the form
    CSRF.init_app(app)
    security.add_headers(app)
    _compress(app)
    errors.register(app)
    rendering.register(app)
    _connect(app)
    if reach.by_others:
        sign_in.register(app)
    sent_later.register(app)
    once.register(app)
    ask.register(app)
    clock_check.register(app)
    _register_blueprints(app)
    rights.register(app)
    limits.register(app)

    @app.get("/healthz")
    def healthz():  # noqa: ANN202
        trouble = why_not_writable()
        said = {} if trouble is None else {"problem": trouble.value}
        answer = jsonify(
            now=present().isoformat(),
            version=__version__,
            schema=app.config["SCHEMA"],
            writable=trouble is None,
            **said,
        )
        return answer, 200 if trouble is None else 503

    with database.connection_context():
        app.config["SCHEMA"] = schema_version()
    return app


def _compress(app: Flask) -> None:
    """Make what goes out smaller for whoever can read it; a browser takes brotli where the connection is safe."""
    app.config.update(COMPRESS_ALGORITHM=["br", "gzip"], COMPRESS_MIMETYPES=COMPRESSED, COMPRESS_STREAMS=False)
    Compress(app)

    @app.after_request
    def whole(response: Response) -> Response:
        if request.endpoint == "static" and response.mimetype in COMPRESSED and response.status_code == 200:
            response.direct_passthrough = False
            response.make_sequence()  # read and closed, since only what is whole is compressed
        return response


def _connect(app: Flask) -> None:
    """A connection for each request; static files and the health check need none."""

    @app.before_request
    def open_connection() -> None:
        if request.endpoint not in ("static", "healthz"):
            database.at_hand()
            write_in(BRITISH)  # until it is known for which site


def _register_blueprints(app: Flask) -> None:
    from lamplight.web.api import views as api
    from lamplight.web.closing import views as closing
    from lamplight.web.guests import passer_by
    from lamplight.web.guests import views as guests
    from lamplight.web.kinds import views as kinds
    from lamplight.web.lamps import views as lamps
    from lamplight.web.log import views as log
    from lamplight.web.machines import views as machines
    from lamplight.web.mail import stopping
    from lamplight.web.mail import views as mail
    from lamplight.web.offline import views as offline
    from lamplight.web.plan import feeds, screen
    from lamplight.web.plan import views as plan
    from lamplight.web.procedures import views as procedures
    from lamplight.web.readings import views as readings
    from lamplight.web.rounds import hours
    from lamplight.web.rounds import views as rounds
    from lamplight.web.runs import ahead  # noqa: F401 - it adds its page to the place
    from lamplight.web.runs import views as runs
    from lamplight.web.setup import passkeys as own_passkeys  # noqa: F401
    from lamplight.web.setup import people  # noqa: F401 - they add their pages to the place
    from lamplight.web.setup import views as setup
    from lamplight.web.simulated import mail as simulated_mail
    from lamplight.web.simulated import views as simulated
    from lamplight.web.sites import views as sites_
    from lamplight.web.supplies import costs, dose, product, shopping  # noqa: F401 - they add their pages to the place
    from lamplight.web.supplies import views as supplies
    from lamplight.web.tls import views as tls
    from lamplight.web.today import views as today
    from lamplight.web.told import views as told
    from lamplight.web.water import machine_page, year  # noqa: F401 - they add their pages to the place
    from lamplight.web.water import views as water

    for place in (
        today,
        closing,
        sites_,
        offline,
        machines,
        readings,
        lamps,
        water,
        supplies,
        plan,
        feeds,
        screen,
        mail,
        stopping,
        runs,
        rounds,
        hours,
        log,
        setup,
        kinds,
        procedures,
        told,
        simulated,
        simulated_mail,
        guests,
        passer_by,
        tls,
        api,
    ):
        app.register_blueprint(place.blueprint)
    CSRF.exempt(api.blueprint)  # a token in each request, and no session
    CSRF.exempt(passer_by.blueprint)  # nobody is signed in there, and no cookie is needed
    CSRF.exempt(stopping.stop)  # a mail program stops a mail by itself, and has seen no form of ours
