"""What goes on by itself while Lamplight is served: copies, plans, mail. And the catcher, where mail goes into it."""

from __future__ import annotations

import contextlib
import logging
from collections.abc import Callable, Iterator
from datetime import UTC, datetime
from pathlib import Path

from apscheduler.executors.pool import ThreadPoolExecutor
from apscheduler.schedulers.background import BackgroundScheduler

from lamplight.actions.mail_settings import CATCHER
from lamplight.actions.outbox import HandOver
from lamplight.lines.daily_copy import back_up_once
from lamplight.lines.notify import by_itself
from lamplight.lines.smtp import Server, hand_over
from lamplight.simulators.mail_catcher import HOST, catching
from lamplight.store.mail import MailSettings, mail_password

SECONDS_BETWEEN_COPIES, SECONDS_BETWEEN_TURNS = 600, 15


class PostOffice:
    """How messages are handed over: to the server that keepers named, or to the catcher, started when it is wanted."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        self._open = contextlib.ExitStack()
        self._port: int | None = None

    def __call__(self, settings: MailSettings, site_id: int) -> HandOver:
        """How messages of a site are handed over under these settings."""
        server = self._server(settings, site_id)
        sender = settings.sender or "lamplight@localhost"
        return lambda recipient, message, at_last: hand_over(server, sender, recipient, message, at_last)

    def _server(self, settings: MailSettings, site_id: int) -> Server:
        if settings.way != CATCHER:
            password = mail_password(self.folder, site_id, settings)
            return Server(settings.host, settings.port, settings.security, settings.user, password)
        if self._port is None:
            self._port = self._open.enter_context(catching(self.folder))
        return Server(HOST, self._port)

    def close(self) -> None:
        """Stop the catcher, where it runs."""
        self._open.close()
        self._port = None


@contextlib.contextmanager
def post_office(folder: Path) -> Iterator[PostOffice]:
    """One that is closed when the block is left."""
    office = PostOffice(folder)
    try:
        yield office
    finally:
        office.close()


@contextlib.contextmanager
def clockwork(folder: Path, now: Callable[[], datetime], address: str) -> Iterator[None]:
    """Let it go on, one thing after the other in a thread of its own, until the block is left.

    Args:
        address: under which it is served, for links in mails.
        now: tells the time that counts for notes and plans; when it is looked is told by the computer's clock.
    """
    logging.getLogger("apscheduler").setLevel(logging.ERROR)
    scheduler = BackgroundScheduler(timezone=UTC, executors={"default": ThreadPoolExecutor(1)})
    at_once = datetime.now(UTC)
    rest = {"trigger": "interval", "next_run_time": at_once, "coalesce": True, "misfire_grace_time": None}
    with post_office(folder) as office:
        scheduler.add_job(lambda: back_up_once(folder, now()), seconds=SECONDS_BETWEEN_COPIES, **rest)
        scheduler.add_job(lambda: by_itself(office, now, address), seconds=SECONDS_BETWEEN_TURNS, **rest)
        scheduler.start()
        try:
            yield
        finally:
            scheduler.shutdown(wait=True)
