"""The command line: serve, demo, add-keeper, import-readings, export, backup, restore, check, notify."""

from __future__ import annotations

import gc
import sys
from pathlib import Path
from typing import TYPE_CHECKING, TextIO

import click

from lamplight import __version__
from lamplight.core.errors import LamplightError

if TYPE_CHECKING:
    from collections.abc import Callable
    from datetime import datetime

    from flask import Flask

    from lamplight.store.sites import SiteRow
    from lamplight.web.addresses import Reach
    from lamplight.web.clock import Clock
    from lamplight.web.server import Server
    from lamplight.web.tls.authority import Pair
    from lamplight.web.tls.serving import TlsServer

DATA = click.option(
    "--data", type=click.Path(file_okay=False, path_type=Path), default=None, help="Data folder; your own by default."
)


SITE = click.option("--site", default="", help="Name of the site; the only one by default.")
CLOCK_IS_RIGHT = click.option("--clock-is-right", is_flag=True, help="Write although the computer's clock looks wrong.")


def _site(name: str) -> SiteRow | None:
    """The site of that name, the only one where none is given, or None before there is any.

    Raises:
        Said: where the name fits none, or none was given and there are several.
    """
    from lamplight.store.sites import sites

    known = sites()
    if not name and len(known) <= 1:
        return next(iter(known), None)
    found = next((row for row in known if row.name.lower() == name.strip().lower()), None)
    if found is None:
        raise Said(f"Say --site and one of: {', '.join(row.name for row in known)}.")
    return found


class Said(click.ClickException):
    """A refusal in a sentence, without a traceback."""


class Sentences(click.Group):
    """Turns every refusal of Lamplight into its sentence."""

    def invoke(self, ctx: click.Context) -> object:
        """Run the command."""
        try:
            return super().invoke(ctx)
        except LamplightError as problem:
            raise Said(str(problem)) from problem


def _folder(data: Path | None) -> Path:
    if data is not None:
        return data
    from platformdirs import user_data_path

    return user_data_path("lamplight", appauthor=False)


@click.group(cls=Sentences)
@click.version_option(__version__)
def main() -> None:
    """Lamplight: know what the machines need before the lamp lights."""


@main.command()
@DATA
@click.option("--host", default="127.0.0.1", show_default=True)
@click.option("--port", default=8000, show_default=True, type=click.IntRange(0, 65535))
@click.option("--name", "names", multiple=True, help="A name under which others ask for it, such as a proxy's.")
@click.option("--proxies", default=0, type=click.IntRange(0, 9), help="How many proxies stand before it.")
@click.option("--tls", is_flag=True, help="Speak HTTPS, by a certificate of its own or the one given.")
@click.option("--cert", type=click.Path(dir_okay=False, path_type=Path), help="A certificate, PEM, with its chain.")
@click.option("--key", type=click.Path(dir_okay=False, path_type=Path), help="Its key in PEM form.")
def serve(
    data: Path | None,
    host: str,
    port: int,
    names: tuple[str, ...],
    proxies: int,
    tls: bool,
    cert: Path | None,
    key: Path | None,
) -> None:
    """Start on your own data; the folder is created when missing."""
    from lamplight.web.addresses import Reach
    from lamplight.web.clock import clock_from_environment

    if (cert is None) != (key is None):
        raise Said("A certificate and its key belong together: give both --cert and --key.")
    own = (cert, key) if cert and key else None
    reach = Reach(host, names, proxies, tls or own is not None, own is not None)
    _serve(_folder(data), reach, port, clock_from_environment(), own)


@main.command()
@click.option("--host", default="127.0.0.1", show_default=True)
@click.option("--port", default=8000, show_default=True, type=click.IntRange(0, 65535))
@click.option("--fresh", is_flag=True, help="Make the demo data anew.")
@click.option("--data", type=click.Path(file_okay=False, path_type=Path), default=Path(".demo-data"), show_default=True)
def demo(host: str, port: int, fresh: bool, data: Path) -> None:
    """Start with the demo: Kilnside Tileworks, five machines, two keepers."""
    from lamplight.demo.seed import prepare
    from lamplight.web.addresses import Reach
    from lamplight.web.clock import clock_from_environment

    clock = clock_from_environment()
    prepare(data, clock.now(), fresh)
    _serve(data, Reach(host), port, clock)


def _serve(folder: Path, reach: Reach, port: int, clock: Clock, own: tuple[Path, Path] | None = None) -> None:
    from lamplight.store.database import alone_on

    with alone_on(folder):
        _serve_alone(folder, reach, port, clock, own)


def _server(
    app: Flask, folder: Path, reach: Reach, port: int, clock: Clock, own: tuple[Path, Path] | None
) -> tuple[Server | TlsServer, Callable[[], None]]:
    """A server that listens, and what stops looking after its certificate."""
    from lamplight.web.server import create_server

    if not reach.tls:
        return create_server(app, reach.host, port), lambda: None
    from lamplight.web.tls.authority import fingerprint, own_pair, root_of, server_pair
    from lamplight.web.tls.serving import TlsServer, renewed_by_itself

    def fresh(now: datetime) -> Pair:
        return own_pair(*own, now) if own else server_pair(folder, reach.hosts, now)

    now = clock.now()
    server = TlsServer(app, reach.host, port, fresh(now))
    if own is None:
        print_of_root = fingerprint(root_of(folder, reach.hosts, now))
        click.echo(f"Its root, to be compared before a phone trusts it under /trust: {print_of_root}")
    return server, renewed_by_itself(server, fresh, clock.now)


def _serve_alone(folder: Path, reach: Reach, port: int, clock: Clock, own: tuple[Path, Path] | None) -> None:
    from lamplight.clockwork import clockwork
    from lamplight.library.catalogue import procedures
    from lamplight.store.database import database, held_open
    from lamplight.store.tokens import secrets_by_keeper
    from lamplight.web import create_app
    from lamplight.web.addresses import check_reach, reached_at

    app = create_app(folder, clock, reach=reach)
    procedures()  # read before several ask at once, who would each read them
    gc.freeze()  # what stays for good is not gone through again: that took a tenth of a second now and then
    with database.connection_context():
        check_reach(reach, bool(secrets_by_keeper()))
    try:
        server, stop_looking = _server(app, folder, reach, port, clock, own)
    except OSError as problem:
        raise Said(f"Port {port} cannot be used ({problem.strerror}). Choose another with --port.") from problem
    address = f"http{'s' if reach.tls else ''}://{reached_at(reach.host)}:{server.effective_port}"
    click.echo(f"Lamplight is ready at {address}/")
    sys.stdout.flush()
    try:
        with held_open(folder), clockwork(folder, clock.now, address):
            server.run()
    except KeyboardInterrupt:
        click.echo("Good night.")
    finally:
        stop_looking()


@main.command("add-keeper")
@DATA
@click.argument("name")
@click.option("--initials", default="", help="Beside each entry of the log; from the name by default.")
@click.password_option("--passphrase", prompt="Passphrase, ten characters or more")
@click.option("--end-passkeys", is_flag=True, help="End every passkey that they have, as of a phone that was lost.")
@CLOCK_IS_RIGHT
def add_keeper(
    data: Path | None, name: str, initials: str, passphrase: str, end_passkeys: bool, clock_is_right: bool
) -> None:
    """Add a keeper who may sign in, or give one a new passphrase."""
    from lamplight.actions.passkeys import end_keys_of
    from lamplight.actions.passphrases import set_passphrase
    from lamplight.actions.sites import save_keeper
    from lamplight.sight.actor import Actor
    from lamplight.store.database import database
    from lamplight.store.migrating import open_database
    from lamplight.store.sites import keepers
    from lamplight.web.clock import clock_from_environment

    open_database(_folder(data))
    actor = Actor(clock_from_environment().now())
    with database.connection_context(), database.atomic():
        _check_clock(actor.now, clock_is_right)
        known = next((row for row in keepers() if row.name.lower() == name.strip().lower()), None)
        wanted = initials or "".join(word[0] for word in name.split())[:6]
        keeper_id = known.id if known else save_keeper(name, wanted, actor)
        set_passphrase(keeper_id, passphrase, actor)
        if end_passkeys:
            end_keys_of(keeper_id, actor)
    click.echo(f"{name} may sign in. Serve it in your network with: lamplight serve --host 0.0.0.0")


def _check_clock(now: datetime, is_right: bool) -> None:
    """Refuse to write under a clock that may be wrong."""
    from lamplight.core.moment import clock_doubt
    from lamplight.store.logbook import last_written

    doubt = clock_doubt(now, last_written())
    if doubt and not is_right:
        raise Said(f"{doubt}. Set the clock, or say that it is right: --clock-is-right")


@main.command("import-readings")
@DATA
@click.argument("file", type=click.Path(exists=True, dir_okay=False, path_type=Path))
@click.option("--order", type=click.Choice(["iso", "day", "month"]), default="iso", show_default=True)
@click.option("--yes", is_flag=True, help="Take in what is unlikely, too.")
@SITE
@CLOCK_IS_RIGHT
def import_readings_command(
    data: Path | None, file: Path, order: str, yes: bool, site: str, clock_is_right: bool
) -> None:
    """Take readings in from a CSV file: all of it, or nothing."""
    from lamplight.actions.exchange import ImportFacts, import_readings
    from lamplight.sight.actor import Actor
    from lamplight.store.database import database
    from lamplight.store.migrating import open_database
    from lamplight.web.clock import clock_from_environment

    open_database(_folder(data))
    with database.connection_context():
        here = _site(site)
        if here is None:
            raise Said("There is no site yet. Start Lamplight once and set it up.")
        actor = Actor(clock_from_environment().now(), site_id=here.id)
        _check_clock(actor.now, clock_is_right)
        result = import_readings(here, ImportFacts(file.read_bytes(), order, yes), actor)
    click.echo(f"{result.added} new readings; {result.known} were in the book already.")


@main.command()
@DATA
@SITE
@click.argument("file", type=click.File("w", encoding="utf-8"), default="-")
def export(data: Path | None, site: str, file: TextIO) -> None:
    """Write all readings as CSV, to a file or to the screen."""
    from lamplight.sight.exports import readings_as_csv
    from lamplight.store.database import database
    from lamplight.store.migrating import open_database

    open_database(_folder(data))
    with database.connection_context():
        here = _site(site)
        file.write(readings_as_csv(here) if here else "machine,counter,time,value\r\n")


@main.command()
@DATA
def notify(data: Path | None) -> None:
    """Write the notes whose hour has come and send what waits, once, as from cron."""
    from lamplight.clockwork import post_office
    from lamplight.lines.notify import notify as turn
    from lamplight.lines.notify import plan_anew
    from lamplight.store.database import database
    from lamplight.store.migrating import open_database
    from lamplight.web.clock import clock_from_environment

    folder = _with_data(data)
    open_database(folder)
    with database.connection_context(), post_office(folder) as office:
        now = clock_from_environment().now()
        plan_anew(now)
        done = turn(office, now)
    click.echo(f"{done.sent} sent, {done.put_off} to be tried again, {done.given_up} given up.")


@main.command()
@DATA
@click.argument("target", type=click.Path(path_type=Path), required=False)
def backup(data: Path | None, target: Path | None) -> None:
    """Copy the data file while Lamplight runs; answers where the copy is."""
    from lamplight.store.backups import BACKUP_FOLDER, back_up_to, backup_name, unused
    from lamplight.store.database import database
    from lamplight.store.migrating import open_database
    from lamplight.web.clock import clock_from_environment

    folder = _with_data(data)
    open_database(folder)
    if target is None or target.is_dir():
        target = unused((target or folder / BACKUP_FOLDER) / backup_name(clock_from_environment().now()))
    with database.connection_context():
        back_up_to(target)
    click.echo(str(target))


def _with_data(data: Path | None) -> Path:
    """A folder with a data file of ours that can be used."""
    from lamplight.store.database import data_file
    from lamplight.store.schema import examine

    folder = _folder(data)
    if not data_file(folder).exists():
        raise Said(f"There is no data in {folder}.")
    examine(data_file(folder))
    return folder


@main.command()
@click.argument("file", type=click.Path(path_type=Path))
@click.argument("folder", type=click.Path(file_okay=False, path_type=Path))
def restore(file: Path, folder: Path) -> None:
    """Put a backup into a new data folder."""
    from lamplight.store.restoring import restore_book

    restore_book(file, folder)
    click.echo(f"Restored. Start it with: lamplight serve --data {folder}")


@main.command()
@DATA
@click.option("--void", is_flag=True, help="Take back lines whose date cannot be; they stay in the log, crossed out.")
def check(data: Path | None, void: bool) -> None:
    """Look whether the data file is sound; says what is not."""
    from lamplight.actions.poison import void_poison
    from lamplight.lines.daily_copy import newest_backup_in_words
    from lamplight.store.checking import problems_in
    from lamplight.store.database import database
    from lamplight.store.migrating import open_database
    from lamplight.web.clock import clock_from_environment

    folder = _with_data(data)
    open_database(folder)
    now = clock_from_environment().now()
    with database.connection_context():
        if void:
            click.echo(f"{void_poison(now)} taken back.")
        problems = problems_in()
    click.echo(newest_backup_in_words(folder, now))
    for sentence in problems:
        click.echo(sentence)
    if problems:
        raise Said(f"{len(problems)} thing{'s' if len(problems) > 1 else ''} to mend.")
    click.echo("The data file is sound.")
