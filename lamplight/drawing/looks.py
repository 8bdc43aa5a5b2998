"""Small pictures of what is looked at on a machine that nobody knows, as it is where something is found."""

from __future__ import annotations

from collections.abc import Mapping

from markupsafe import Markup

WIDTH, HEIGHT = 190, 76
# Shapes by name; each in a dark field of the size above.
_SHAPES: Mapping[str, str] = {
    "pucks": (
        '<ellipse cx="95" cy="47" rx="43" ry="17" fill="#6b4630"/><ellipse cx="95" cy="37" rx="43" ry="17"'
        ' fill="#8a5a3c"/><path d="M66 40q8 5 16 1m20 4q9 1 16-5" stroke="#b98a66" stroke-width="2" fill="none"/>'
    ),
    "group": (
        '<path d="M74 10h42v32H74z" fill="#566b78"/><path d="M74 42h42v22q-21 8-42 0z" fill="#2e1d12"/>'
        '<path d="M82 10v-4m26 4v-4" stroke="#8da1ab" stroke-width="4"/>'
    ),
    "hose": '<path d="M48 18c30-6 44 4 54 20s22 26 46 22" fill="none" stroke="#d8cd92" stroke-width="12"/>',
    "outlet": (
        '<path d="M82 0h26v40H82z" fill="#6d8494"/><path d="M78 40h34l-6 14h-6l-4 6-6-6h-6z" fill="#e8e6da"/>'
        '<path d="M92 62v8m8-6v6" stroke="#e8e6da" stroke-width="2"/>'
    ),
    "tank": (
        '<path d="M63 10h64v60H63z" fill="none" stroke="#c9d3d6" stroke-width="4" rx="4"/><path d="M65 32h60v36H65z"'
        ' fill="#2f8f8b"/><path d="M65 34q15 8 30 0t30 0" fill="none" stroke="#8fd0b0" stroke-width="4"/>'
    ),
    "lamp": (
        '<circle cx="70" cy="38" r="15" fill="none" stroke="#c9d3d6" stroke-width="4"/><circle cx="120" cy="38" r="17"'
        ' fill="#f5a623"/><path d="M120 8v8m0 44v8M90 38h8m44 0h8" stroke="#f5a623" stroke-width="3"/>'
    ),
}


def look_picture(key: str) -> Markup:
    """The picture of a look; empty for one that has none."""
    shapes = _SHAPES.get(key)
    if shapes is None:
        return Markup("")
    return Markup(f'<svg class="look-picture" viewBox="0 0 {WIDTH} {HEIGHT}" aria-hidden="true">{shapes}</svg>')
