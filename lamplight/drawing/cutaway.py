"""The cutaway of a machine, assembled from its kind's part list."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass, field

from markupsafe import Markup

from lamplight.core.care.status import Status
from lamplight.core.machine.kind import Kind
from lamplight.drawing.frame import Frame, frame
from lamplight.drawing.gestures import gesture, moved_boxes
from lamplight.drawing.glyphs import STATUS_WORDS, status_shapes
from lamplight.drawing.parts import PARTS
from lamplight.drawing.parts.body import cup, measuring_jug, stand_shapes
from lamplight.drawing.parts.view import JOIN, PartView
from lamplight.drawing.svg import Box, circle, el, group, line, path, rect, text

BEHIND_BODY = ("tank", "filter", "mains", "fridge", "hose", "reservoir")


@dataclass(frozen=True)
class Label:
    """Words beside the drawing, led to a part by a line."""

    part: str
    title: str
    detail: str
    cls: str = ""


@dataclass(frozen=True)
class Spot:
    """A place where a part may be put.

    Attributes:
        key, label: of the part.
        box: where it would lie.
        href: what puts it there.
    """

    key: str
    label: str
    box: Box
    href: str


@dataclass(frozen=True)
class Scene:
    """What the drawing is to show.

    Attributes:
        touched: the part in hand, or empty.
        pose: how the machine is opened up, or empty.
        levels: how full parts are, 0 to 1, by key; ``coffee`` and ``second`` are the containers under these outlets.
        labels: words beside it.
        missing: parts known to be missing, drawn dashed.
        marks: how parts stand, by key: a sign is drawn on each.
        links: where parts lead, by key.
        lamps: state and colour of each lamp of the panel, as far as somebody saw them lit.
        message: what the display says.
        spots: where parts may still be put, drawn dashed with a plus; each leads to what puts it there.
    """

    touched: str = ""
    pose: str = ""
    levels: Mapping[str, float] = field(default_factory=dict)
    labels: tuple[Label, ...] = ()
    missing: Collection[str] = ()
    marks: Mapping[str, Status] = field(default_factory=dict)
    links: Mapping[str, str] = field(default_factory=dict)
    lamps: tuple[tuple[str, str], ...] = ()
    message: str = ""
    spots: tuple[Spot, ...] = ()


LABEL_WIDTH, LABEL_STEP = 268, 39.0


def cutaway(
    kind: Kind, scene: Scene | None = None, cls: str = "cutaway", height: int | None = None, name: str = ""
) -> Markup:
    """The drawing as an SVG element.

    Args:
        kind: its appearance and part list.
        scene: what to show; nothing touched by default.
        height: in px; None lets the style sheet decide.
        name: an id by which `cutaway_again` finds it on the same page.

    Its title names the kind and the part in hand.
    """
    scene = scene or Scene()
    boxes = frame(kind.appearance, [part.key for part in kind.parts])
    posed = moved_boxes(boxes, scene.pose, scene.touched)
    bounds = _bounds(boxes, posed, scene)
    drawing = _assemble(kind, boxes, posed, scene)
    if name:
        drawing = group(drawing, id=name)
    labels = _labels(posed, scene, bounds)
    if scene.labels:
        bounds = Box(bounds.x, bounds.y, bounds.w + LABEL_WIDTH, bounds.h)
    touched = kind.part(scene.touched)
    title = f"{kind.title}, cut open" + (f"; {touched.label} in hand" if touched else "")
    return el(
        "svg", el("title", title), drawing, labels, cls=cls, role="group" if scene.links or scene.spots else "img",
        viewBox=f"{bounds.x:.0f} {bounds.y:.0f} {bounds.w:.0f} {bounds.h:.0f}",
        height=height, width=round(height * bounds.w / bounds.h) if height else None,
    )  # fmt: skip


def cutaway_again(kind: Kind, height: int, name: str) -> Markup:
    """The plain drawing once more on a page that holds it by that name, a hundredth of its size."""
    bounds = frame(kind.appearance, [part.key for part in kind.parts]).bounds
    return el(
        "svg", el("title", f"{kind.title}, cut open"), el("use", href=f"#{name}"), cls="cutaway", role="img",
        viewBox=f"{bounds.x:.0f} {bounds.y:.0f} {bounds.w:.0f} {bounds.h:.0f}",
        height=height, width=round(height * bounds.w / bounds.h),
    )  # fmt: skip


def silhouette(kind: Kind, size: int = 40) -> Markup:
    """The outline alone, for lists: told apart at 40 px."""
    boxes = frame(kind.appearance, [part.key for part in kind.parts])
    bounds = boxes.bounds
    outer = [key for key in ("hopper", "canister", *BEHIND_BODY, "wand", "jug") if key in boxes.boxes]
    shapes = [PARTS[key](boxes.boxes[key], PartView(kind.appearance)) for key in outer if key != "filter"]
    bay = rect(boxes.bay.join(boxes.boxes.get("outlet", boxes.bay)), "sil-hole", 4)
    band = rect(boxes.boxes["panel"], "sil-hole", 6) if "panel" in boxes.boxes else JOIN
    body = rect(boxes.body, "sil-body", kind.appearance.corner)
    return el(
        "svg", el("title", kind.title), JOIN.join(shapes), stand_shapes(boxes.body, kind.appearance.stand), body,
        band, bay,
        cls="silhouette", role="img", height=size, width=round(size * bounds.w / bounds.h),
        viewBox=f"{bounds.x:.0f} {bounds.y:.0f} {bounds.w:.0f} {bounds.h:.0f}",
    )  # fmt: skip


def _bounds(boxes: Frame, posed: Mapping[str, Box], scene: Scene) -> Box:
    around = boxes.bounds
    for box in posed.values():
        around = around.join(Box(box.x - 8, box.y - 8, box.w + 16, box.h + 8))
    for spot in scene.spots:
        around = around.join(Box(spot.box.x - 4, spot.box.y - 4, spot.box.w + 8, spot.box.h + 4))
    if scene.pose in ("tablet-in", "tank-fill", "drop", "pour"):
        around = around.join(Box(around.x, boxes.body.y - 92, 1, 1))
    return around


def _assemble(kind: Kind, boxes: Frame, posed: Mapping[str, Box], scene: Scene) -> Markup:
    behind = [_part(kind, key, posed, scene) for key in BEHIND_BODY if key in posed]
    inside = [
        _part(kind, key, posed, scene) for key in posed if key not in BEHIND_BODY and key not in (scene.touched, "door")
    ]
    front = (
        _part(kind, scene.touched, posed, scene)
        if scene.touched in posed and scene.touched not in BEHIND_BODY
        else JOIN
    )
    return group(
        *behind,
        stand_shapes(boxes.body, kind.appearance.stand),
        rect(boxes.body, "cut-shell", kind.appearance.corner),
        rect(boxes.works, "cut-cavity", 8),
        rect(boxes.bay.join(boxes.boxes.get("tray", boxes.bay)), "cut-bay", 8),
        _pipes(boxes, posed),
        *inside,
        _in_the_bay(boxes, scene),
        front,
        gesture(boxes, posed, scene.pose, scene.touched, scene.levels.get("second")),
        *[_spot(spot) for spot in scene.spots],
        *[_mark(posed[key], status) for key, status in scene.marks.items() if key in posed and status >= Status.SOON],
        cls="cut touching" if scene.touched else "cut",
    )


def _part(kind: Kind, key: str, posed: Mapping[str, Box], scene: Scene) -> Markup:
    part = kind.part(key)
    cls = f"part part-{key}" + (" is-touched" if key == scene.touched else "")
    cls += " is-missing" if key in scene.missing else ""
    title = el("title", part.label) if part else JOIN
    drawn = group(
        title,
        PARTS[key](posed[key], PartView(kind.appearance, scene.levels.get(key), scene.lamps, scene.message)),
        cls=cls,
        data_part=key,
    )
    if key not in scene.links:
        return drawn
    label = part.label if part else key
    stands = f": {STATUS_WORDS[scene.marks[key]]}" if key in scene.marks else ""
    return el("a", drawn, href=scene.links[key], aria_label=f"{label}{stands}")


def _spot(spot: Spot) -> Markup:
    """An empty place: a dashed outline with a plus."""
    box, arm = spot.box, min(9.0, spot.box.w / 4, spot.box.h / 4)
    plus = f"M{box.cx - arm:.1f} {box.cy:.1f} h{2 * arm:.1f} M{box.cx:.1f} {box.cy - arm:.1f} v{2 * arm:.1f}"
    ground, cross = circle(box.cx, box.cy, arm + 5, "spot-ground"), path(plus, "spot-plus")
    drawn = group(el("title", f"Put on: {spot.label}"), rect(box, "spot-box", 6), ground, cross)
    return el("a", drawn, href=spot.href, aria_label=f"Put on: {spot.label}", cls="spot")


def _mark(box: Box, status: Status) -> Markup:
    """The sign of a status on a part, on a dark ground of its own."""
    return group(circle(14, 14, 14.5, "cut-mark-ground"), *status_shapes(status),
                 transform=f"translate({box.cx - 9:.1f} {box.cy - 9:.1f}) scale(.64)")  # fmt: skip


def _pipes(boxes: Frame, posed: Mapping[str, Box]) -> Markup:
    """Water from tank or tap through pump and heater to the group; coffee on to the outlet."""
    drawn = []
    pump, boiler, brew, outlet = (boxes.boxes.get(key) for key in ("pump", "boiler", "group", "outlet"))
    source = boxes.boxes.get("tank") or boxes.boxes.get("mains")
    if source and pump:
        side = boxes.body.right if source.cx > boxes.body.cx else 0
        start = boxes.body.bottom - 5 if "tank" in boxes.boxes else source.y - 14
        over = boxes.works.right - 2 if side else boxes.works.x + 2
        drawn.append(path(f"M{source.cx} {start} H{over} V{pump.cy} H{pump.cx}", "cut-water-pipe"))
    if pump and boiler:
        drawn.append(line(pump.cx, pump.y, boiler.cx, boiler.bottom, "cut-water-pipe"))
    if boiler and brew and posed.get("group") == brew:
        drawn.append(path(f"M{boiler.x} {boiler.bottom - 8} H{brew.right - 4} V{brew.y + 6}", "cut-water-pipe"))
    if brew and outlet and posed.get("group") == brew:
        drawn.append(
            path(
                f"M{brew.x + 3} {brew.bottom - 10} H{boxes.works.x - 4} V{outlet.y + 8} H{outlet.right - 4}",
                "cut-coffee-pipe",
            )
        )
    return group(*drawn)


def _in_the_bay(boxes: Frame, scene: Scene) -> Markup:
    floor = boxes.bay.bottom + 2
    if scene.pose == "jug-under" or (scene.pose == "under" and scene.touched == "outlet") or "coffee" in scene.levels:
        height = min(70.0, boxes.bay.h * 0.56)
        jug = Box(boxes.bay.cx - 24, floor - height, 48, height)
        stream = [
            line(boxes.bay.cx + k, boxes.bay.y + 30, boxes.bay.cx + k, jug.bottom - 10, "cut-stream") for k in (-8, 8)
        ]
        return group(measuring_jug(jug, scene.levels.get("coffee", 0.3)), *stream)
    if scene.pose == "tray-out":
        return JOIN
    height = min(24.0, boxes.bay.h * 0.3)
    return cup(Box(boxes.bay.cx - 15, floor - height, 30, height))


def _labels(posed: Mapping[str, Box], scene: Scene, bounds: Box) -> Markup:
    """Words to the right, in order of height, each led to its part."""
    wanted = [label for label in scene.labels if label.part in posed]
    wanted.sort(key=lambda label: posed[label.part].cy)
    if not wanted:
        return JOIN
    wanted = wanted[: max(1, int(bounds.h / LABEL_STEP))]
    step = min(58.0, (bounds.h - LABEL_STEP) / max(1, len(wanted) - 1))
    x = bounds.right + 18
    drawn = []
    for n, label in enumerate(wanted):
        box = posed[label.part]
        y = bounds.y + 16 + n * step
        drawn.append(
            group(
                path(f"M{box.cx:.0f} {box.cy:.0f} L{x - 26:.0f} {y:.0f} H{x - 6:.0f}", "cut-leader"),
                circle(box.cx, box.cy, 3.2, "cut-leader-end"),
                text(x, y + 1, label.title, "cut-label-title"),
                text(x, y + 18, label.detail, "cut-label-detail"),
                cls=f"label {label.cls}".strip(),
            )
        )
    return group(*drawn, cls="cut-labels")
