"""Handing a message over to a mail server, by the standard library's SMTP client."""

from __future__ import annotations

import contextlib
import smtplib
import ssl
from collections.abc import Callable
from dataclasses import dataclass

from lamplight.core.mail.outbox import PutOff, TurnedDown

SECONDS_TO_ANSWER = 30


@dataclass(frozen=True)
class Server:
    """A mail server; security is ``none``, ``starttls`` or ``tls``."""

    host: str
    port: int
    security: str = "none"
    user: str = ""
    password: str = ""


def hand_over(server: Server, sender: str, recipient: str, message: bytes, at_last: Callable[[], None]) -> None:
    """Hand one message over; returns once the server has it.

    A connection that is lost before the server said so counts as not taken, and the same message is tried again: RFC
    5321, section 4.5.4, would rather have it twice than never, and its Message-ID tells that it is one.

    Args:
        message: whole, with its lines ended.
        at_last: called before the text is handed over.

    Raises:
        PutOff: when it can be tried again.
        TurnedDown: when the server will not have it.
    """
    try:
        line = _connected(server)
        try:
            _check(*line.mail(sender))
            _check(*line.rcpt(recipient))
            at_last()
            _check(*line.data(message))
            with contextlib.suppress(smtplib.SMTPException, OSError):  # it has it, however it says good-bye
                line.quit()
        finally:
            line.close()
    except smtplib.SMTPAuthenticationError:
        raise PutOff("The mail server does not take this name and password. Check them.") from None
    except smtplib.SMTPNotSupportedError as problem:
        raise PutOff(f"The mail server cannot do what it is asked for: {problem}.") from None
    except smtplib.SMTPResponseException as problem:
        _check(problem.smtp_code, problem.smtp_error)
        raise PutOff(f"The mail server said: {problem.smtp_code}.") from None
    except ssl.SSLCertVerificationError as problem:
        raise PutOff(f"The mail server’s certificate is not trusted: {problem.verify_message}.") from None
    except (smtplib.SMTPException, OSError) as problem:
        raise PutOff(f"The mail server could not be reached: {_words(problem)}.") from None


def _connected(server: Server) -> smtplib.SMTP:
    if server.security == "tls":
        line: smtplib.SMTP = smtplib.SMTP_SSL(
            server.host, server.port, timeout=SECONDS_TO_ANSWER, context=ssl.create_default_context()
        )
    else:
        line = smtplib.SMTP(server.host, server.port, timeout=SECONDS_TO_ANSWER)
    try:
        line.ehlo_or_helo_if_needed()
        if server.security == "starttls":
            line.starttls(context=ssl.create_default_context())
            line.ehlo()
        if server.user:
            line.login(server.user, server.password)
    except BaseException:
        line.close()
        raise
    return line


def _check(code: int, said: bytes | str) -> None:
    """Go on after a yes.

    Raises:
        PutOff: for a code of 4xx; RFC 5321, section 4.2.1.
        TurnedDown: for one of 5xx.
    """
    words = " ".join((said.decode("utf-8", "replace") if isinstance(said, bytes) else said).split())[:200]
    if 400 <= code < 500:
        raise PutOff(f"The mail server puts it off: {code} {words}")
    if code >= 500:
        raise TurnedDown(f"The mail server refuses it: {code} {words}")
    if code < 200:
        raise PutOff(f"The mail server said: {code} {words}")


def _words(problem: BaseException) -> str:
    return getattr(problem, "strerror", None) or str(problem) or type(problem).__name__
