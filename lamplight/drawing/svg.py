"""Writing SVG elements. Attributes and classes only: the content policy forbids inline styles."""

from __future__ import annotations

from dataclasses import dataclass

from markupsafe import Markup, escape

Attribute = str | float | int | None


def number(value: float) -> str:
    """A coordinate to a tenth, without a trailing zero."""
    return f"{value:.1f}".rstrip("0").rstrip(".") if isinstance(value, float) else str(value)


def el(name: str, *children: Markup | str, cls: str = "", **attributes: Attribute) -> Markup:
    """An element; underscores in attribute names become hyphens, None leaves one out."""
    given = {"class": cls or None, **attributes}
    written = "".join(
        f' {key.rstrip("_").replace("_", "-")}="{escape(value if isinstance(value, str) else number(value))}"'
        for key, value in given.items()
        if value is not None
    )
    inside = Markup("").join(child if isinstance(child, Markup) else escape(child) for child in children)
    return Markup(f"<{name}{written}>{inside}</{name}>")


def group(*children: Markup, cls: str = "", **attributes: Attribute) -> Markup:
    """A group."""
    return el("g", *children, cls=cls, **attributes)


def path(d: str, cls: str) -> Markup:
    """A path."""
    return el("path", cls=cls, d=d)


def line(x1: float, y1: float, x2: float, y2: float, cls: str) -> Markup:
    """A straight line."""
    return el("line", cls=cls, x1=x1, y1=y1, x2=x2, y2=y2)


def circle(x: float, y: float, r: float, cls: str) -> Markup:
    """A circle."""
    return el("circle", cls=cls, cx=x, cy=y, r=r)


def text(x: float, y: float, words: str, cls: str, anchor: str = "start") -> Markup:
    """A line of text."""
    return el("text", words, cls=cls, x=x, y=y, text_anchor=anchor if anchor != "start" else None)


@dataclass(frozen=True)
class Box:
    """A rectangle; y grows downwards, and the counter's edge is y = 0."""

    x: float
    y: float
    w: float
    h: float

    @property
    def right(self) -> float:
        """The right side."""
        return self.x + self.w

    @property
    def bottom(self) -> float:
        """The lower side."""
        return self.y + self.h

    @property
    def cx(self) -> float:
        """The middle, across."""
        return self.x + self.w / 2

    @property
    def cy(self) -> float:
        """The middle, down."""
        return self.y + self.h / 2

    def shift(self, dx: float, dy: float = 0.0) -> Box:
        """The same rectangle elsewhere."""
        return Box(self.x + dx, self.y + dy, self.w, self.h)

    def inset(self, by: float) -> Box:
        """Smaller by so much on each side."""
        return Box(self.x + by, self.y + by, self.w - 2 * by, self.h - 2 * by)

    def holds(self, other: Box) -> bool:
        """Whether another rectangle lies inside, touching allowed."""
        return (
            self.x <= other.x + 1e-6
            and self.y <= other.y + 1e-6
            and self.right >= other.right - 1e-6
            and self.bottom >= other.bottom - 1e-6
        )

    def meets(self, other: Box) -> bool:
        """Whether the insides of two rectangles share a point."""
        return self.x < other.right and other.x < self.right and self.y < other.bottom and other.y < self.bottom

    def join(self, other: Box) -> Box:
        """The smallest rectangle around both."""
        x, y = min(self.x, other.x), min(self.y, other.y)
        return Box(x, y, max(self.right, other.right) - x, max(self.bottom, other.bottom) - y)


def rect(box: Box, cls: str, rx: float = 0.0) -> Markup:
    """A rectangle with rounded corners."""
    return el("rect", cls=cls, x=box.x, y=box.y, width=box.w, height=box.h, rx=rx or None)
