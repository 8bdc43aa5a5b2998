"""A sane user: opens pages, sends forms as they are offered with fitting values in their fields, and lets time go by.

Nothing here knows a rule of the application: links, forms and fields are taken from the pages themselves.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from random import Random
from urllib.parse import urlsplit

from lxml import html

# Where somebody would not go in ordinary use: out, or away from what is looked at here.
LEFT_ALONE = ("/sign-out", "/static", "/kinds/check", "/procedures/check", "/trust", "/healthz", "/people/passkey")
WORDS = ("Hall", "by the window", "as the manual has it", "Packing", "it dripped", "", "Ann", "second shelf", "7")
CORNER = ("/who", "/sites/go")
MOST_FIELDS = 400


@dataclass
class Answer:
    """What came back: its address, code and text."""

    path: str
    code: int
    text: str


@dataclass
class SaneUser:
    """One browser in somebody's hands.

    Attributes:
        client: of the application.
        chance: decides everything; the same seed lives the same life.
        today: tells the moment that the application has.
        told: every request, for whoever looks for what went wrong.
        here: the page that is open.
        account: name and passphrase, where they sign in.
    """

    client: object
    chance: Random
    today: Callable[[], datetime]
    told: list[str] = field(default_factory=list)
    here: Answer | None = None
    account: tuple[str, str] | None = None

    def open(self, path: str, htmx: bool = False) -> Answer:
        """Look at a page; where it leads on, the page after that."""
        for _ in range(5):
            answer = self.client.get(path, headers={"HX-Request": "true"} if htmx else {})
            self.told.append(f"GET {path}{' htmx' if htmx else ''} -> {answer.status_code}")
            if answer.status_code not in (301, 302, 303, 307, 308):
                break
            path = self._local(answer.headers["Location"]) or "/"
        kind = answer.mimetype or ""
        text = answer.get_data(as_text=True) if "html" in kind else ""
        found = Answer(path, answer.status_code, text)
        if text and not htmx and answer.status_code < 400:
            self.here = found
        return found

    def step(self, places: Sequence[str] = ()) -> Answer:
        """One thing that somebody does on the page that is open, or on one of some places that they go to first."""
        if self.here is None:
            return self.open("/")
        if self.account and self.here.path.startswith("/sign-in"):
            self.sign_in(*self.account)  # a session ends with its week
        if wandered := places and self.chance.random() < 0.4:
            self.open(self.chance.choice(places))
        page = html.fromstring(self.here.text or "<p></p>")
        links = sorted({to for one in page.iter("a") if (to := self._local(one.get("href", "")))})
        forms = [form for form in page.iter("form") if self._sendable(form)]
        jobs = [to for to in links if to.startswith("/runs/ready/")]
        if jobs and self.chance.random() < 0.3:
            return self.open(self.chance.choice(jobs))
        if forms and self.chance.random() < (0.9 if wandered else 0.6):
            return self.send(self._one_of(forms))
        if links and self.chance.random() < 0.9:
            return self.open(self.chance.choice(links), htmx=self.chance.random() < 0.15)
        return self.open("/")

    def sign_in(self, name: str, passphrase: str) -> None:
        """By the form of the door."""
        self.open("/sign-in")
        page = html.fromstring(self.here.text)
        form = next(form for form in page.iter("form") if form.xpath('.//input[@name="passphrase"]'))
        self._post(self._local(form.get("action", "")) or "/sign-in", [("name", name), ("passphrase", passphrase)])

    def begin_a_book(self) -> None:
        """The first page, as it is offered, with a name."""
        self.open("/start")
        form = next(form for form in html.fromstring(self.here.text).iter("form") if form.get("method") == "post")
        named = dict(self._filled(form)) | {"name": "Quiet Works", "initials": ""}
        self._post("/start", list(named.items()))

    def send(self, form) -> Answer:
        """Fill a form in and send it."""
        path = self._local(form.get("action", "")) or self.here.path
        data = self._filled(form)
        if form.get("method", "get").lower() != "post":
            query = "&".join(f"{name}={value}" for name, value in data if isinstance(value, str))
            return self.open(f"{path.partition('?')[0]}?{query}".replace(" ", "+"))
        return self._post(path, data)

    def _post(self, path: str, data: list[tuple[str, object]]) -> Answer:
        token = html.fromstring(self.here.text).xpath('string(//meta[@name="csrf-token"]/@content)')
        body: dict[str, list] = {}
        for name, value in [*data, *([("csrf_token", token)] if token else [])]:
            body.setdefault(name, []).append(value)
        htmx = self.chance.random() < 0.2
        answer = self.client.post(path, data=body, headers={"HX-Request": "true"} if htmx else {})
        shown = {name: value for name, value in body.items() if name not in ("csrf_token", "once")}
        self.told.append(f"POST {path} {str(shown)[:600]} -> {answer.status_code}")
        found = Answer(path, answer.status_code, answer.get_data(as_text=True))
        to = self._local(answer.headers.get("HX-Redirect") or answer.headers.get("Location") or "")
        if answer.status_code >= 500:
            return found
        if to:
            return self.open(to)
        if answer.status_code in (409, 422) and "html" in (answer.mimetype or "") and not htmx:
            self.here = found
        else:
            self.open(self.here.path)
        return found

    def _one_of(self, forms):
        """A form; what a page is about rather than what stands in the corner of every one."""
        by_action: dict[str, list] = {}
        for form in forms:
            by_action.setdefault(form.get("action", ""), []).append(form)
        wanted = [action for action in by_action if not action.startswith(CORNER)] or list(by_action)
        begins = [action for action in wanted if action == "/runs"]
        return self.chance.choice(by_action[begins[0] if begins else self.chance.choice(wanted)])

    def _local(self, link: str) -> str:
        """The path of a link within the application; empty for what leads elsewhere or is left alone."""
        parts = urlsplit(link)
        if parts.scheme not in ("", "http") or not parts.path or parts.path.startswith(LEFT_ALONE):
            return ""
        if parts.netloc not in ("", "localhost") and not parts.netloc.startswith("192."):
            return ""
        return parts.path + (f"?{parts.query}" if parts.query else "")

    def _sendable(self, form) -> bool:
        action = form.get("action", "")
        return not action or bool(self._local(action))

    def _filled(self, form) -> list[tuple[str, object]]:
        """Names and values as a browser sends them; some fields changed, most left as they are offered."""
        data: list[tuple[str, object]] = []
        radios: dict[str, list] = {}
        for one in list(form.iter("input", "select", "textarea"))[:MOST_FIELDS]:
            name, kind = one.get("name"), one.get("type", "text")
            if not name or one.get("disabled") is not None or kind in ("submit", "button", "image", "file"):
                continue
            if one.tag == "select":
                data += self._chosen(one, name)
            elif kind == "radio":
                radios.setdefault(name, []).append(one)
            elif kind == "checkbox":
                ticked = one.get("checked") is not None
                if ticked != (self.chance.random() < 0.3):
                    data.append((name, one.get("value", "on")))
            elif kind == "hidden":
                data.append((name, one.get("value", "")))
            else:
                data.append((name, self._typed(one, kind)))
        for name, several in radios.items():
            held = [one for one in several if one.get("checked") is not None]
            picked = held[0] if held and self.chance.random() < 0.5 else self.chance.choice(several)
            data.append((name, picked.get("value", "on")))
        buttons = [one for one in form.iter("button") if one.get("type", "submit") == "submit"]
        pressed = self.chance.choice(buttons) if buttons else None
        if pressed is not None and pressed.get("name"):
            data.append((pressed.get("name"), pressed.get("value", "")))
        return data

    def _chosen(self, select, name: str) -> list[tuple[str, object]]:
        options = [one for one in select.iter("option") if one.get("disabled") is None]
        if not options:
            return []
        held = [one for one in options if one.get("selected") is not None] or options[:1]
        one = held[0] if self.chance.random() < 0.5 else self.chance.choice(options)
        return [(name, one.get("value", (one.text or "").strip()))]

    def _typed(self, one, kind: str) -> str:
        """What stands in a field, or something that fits it."""
        offered = one.get("value", "") if one.tag == "input" else (one.text_content() or "").removeprefix("\n")
        needed = one.get("required") is not None and not offered
        if offered and one.get("list"):
            return offered  # such as a time zone: nobody types another by chance
        if not needed and self.chance.random() < (0.75 if offered else 0.6):
            return offered
        now = self.today()
        away = timedelta(days=self.chance.choice((-400, -30, -7, -2, -1, 0, 0, 0, 1, 3, 14)))
        if kind == "date":
            return f"{(now + away):%Y-%m-%d}"
        if kind == "datetime-local":
            return f"{now + away - timedelta(minutes=self.chance.randint(0, 600)):%Y-%m-%dT%H:%M}"
        if kind == "time":
            return f"{self.chance.randint(0, 23):02}:{self.chance.choice((0, 15, 30)):02}"
        if kind == "email":
            return self.chance.choice(("ann@example.org", "ben@example.org"))
        if kind == "password":
            return "four tiles on a shelf"
        if kind in ("number", "range") or one.get("inputmode") in ("numeric", "decimal"):
            return self._number(one, offered)
        if one.tag == "textarea" and offered:
            return offered  # a text of hundreds of lines is looked at, not typed anew
        word = self.chance.choice(WORDS)
        return f"{word} {self.chance.randint(1, 60)}" if needed else word

    def _number(self, one, offered: str) -> str:
        try:
            known = float(offered.replace(" ", "").replace(",", "")) if offered else 0.0
        except ValueError:
            known = 0.0
        low, high = float(one.get("min", 0) or 0), float(one.get("max", 1e6) or 1e6)
        wanted = known + self.chance.choice((1, 12, 90, 400)) if known else self.chance.choice((1, 3, 20, 250, 9000))
        wanted = min(max(wanted, low), high)
        return f"{wanted:.0f}" if wanted >= 5 or wanted == int(wanted) else f"{wanted:.2f}"
