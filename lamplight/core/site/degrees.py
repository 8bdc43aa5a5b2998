"""Temperatures in the unit in which a site thinks. Kept are degrees Celsius.

The definition of the Fahrenheit scale is that of any table of units: ``F = 1.8 C + 32``.
"""

from __future__ import annotations

import re

CELSIUS, FAHRENHEIT = "°C", "°F"
UNITS_OF_TEMPERATURE = (CELSIUS, FAHRENHEIT)
_SAID = re.compile(r"(-?\d+(?:\.\d+)?)(?: to (-?\d+(?:\.\d+)?))? °C")


def in_celsius(value: float, unit: str) -> float:
    """A typed temperature in °C, to a tenth.

    Args:
        value: as the thermometer shows it.
        unit: ``°C`` or ``°F``.
    """
    return round((value - 32) / 1.8, 1) if unit == FAHRENHEIT else value


def from_celsius(celsius: float, unit: str) -> float:
    """A temperature in °C in a site's unit, to a tenth."""
    return round(celsius * 1.8 + 32, 1) if unit == FAHRENHEIT else celsius


def said_in(text: str, unit: str) -> str:
    """A text with every temperature in a site's unit, in whole degrees.

    Args:
        text: with temperatures such as ``2 to 4 °C``.
        unit: ``°C`` or ``°F``.
    """
    if unit != FAHRENHEIT:
        return text
    return _SAID.sub(lambda said: f"{' to '.join(_whole(one) for one in said.groups() if one)} {FAHRENHEIT}", text)


def _whole(celsius: str) -> str:
    return f"{from_celsius(float(celsius), FAHRENHEIT):.0f}"
