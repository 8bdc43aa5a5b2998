"""Whether a water tends to deposit calcite or to dissolve it: Langelier's saturation index (J. AWWA 28, 1936, 1500).

    index = pH - pHs,    pHs = pK2 - pKs + p[Ca] + p[HCO3] + 5 pfm

in the full form of Standard Methods 2330 B, with the constants of Plummer and Busenberg (Geochim. Cosmochim. Acta 46,
1982, 1011), valid from 0 to 90 °C; all alkalinity is taken as hydrogencarbonate. Quoted from memory. It is a tendency,
not an amount, and it wants the pH of the water as hot as it is: how heating moves the pH of a closed water follows
from its carbonate balance (any textbook of aquatic chemistry), alkalinity and carbon standing still.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import exp, log, log10, sqrt

from lamplight.core.errors import InvalidInput
from lamplight.core.water.hardness import CACO3_G_PER_MOL

ZERO_C = 273.15
COLDEST_C, HOTTEST_C = 0.0, 90.0
# What stands in where an analysis says nothing (common practice, no source).
USUAL_TDS_MG, USUAL_COLD_C, CALCIUM_SHARE = 350.0, 15.0, 0.8
# Around 0 a water does neither; a common reading of the index, no source.
BALANCED_WITHIN = 0.3


def pk1(celsius: float) -> float:
    """Of carbonic acid; Plummer and Busenberg 1982."""
    kelvin = _kelvin(celsius)
    return 356.3094 + 0.06091964 * kelvin - 21834.37 / kelvin - 126.8339 * log10(kelvin) + 1684915 / kelvin**2


def pk2(celsius: float) -> float:
    """Of hydrogencarbonate; Plummer and Busenberg 1982."""
    kelvin = _kelvin(celsius)
    return 107.8871 + 0.03252849 * kelvin - 5151.79 / kelvin - 38.92561 * log10(kelvin) + 563713.9 / kelvin**2


def pks_calcite(celsius: float) -> float:
    """Of calcite's solubility product; Plummer and Busenberg 1982."""
    kelvin = _kelvin(celsius)
    return 171.9065 + 0.077993 * kelvin - 2839.319 / kelvin - 71.595 * log10(kelvin)


def _pkw(celsius: float) -> float:
    """Of water itself; Harned and Hamer 1933, quoted from memory."""
    kelvin = _kelvin(celsius)
    return 4471.0 / kelvin + 0.01706 * kelvin - 6.0875


def _kelvin(celsius: float) -> float:
    if not COLDEST_C <= celsius <= HOTTEST_C:
        raise InvalidInput(f"The constants hold from {COLDEST_C:.0f} to {HOTTEST_C:.0f} °C.")
    return celsius + ZERO_C


def activity_exponent(tds_mg: float, celsius: float) -> float:
    """pfm, the negative logarithm of the activity coefficient of an ion of charge one; Standard Methods 2330 B.

    Args:
        tds_mg: dissolved solids in mg/L, above 0 up to 10 000.
        celsius: 0 to 90.

    Raises:
        InvalidInput: when out of range.
    """
    if not 0 < tds_mg <= 10_000:
        raise InvalidInput("Dissolved solids lie above 0 and up to 10 000 mg/L.")
    kelvin, strength = _kelvin(celsius), tds_mg / 40_000
    permittivity = 60954 / (kelvin + 116) - 68.937
    root = sqrt(strength)
    return 1.82e6 / (permittivity * kelvin * sqrt(permittivity * kelvin)) * (root / (1 + root) - 0.3 * strength)


def saturation_ph(calcium_mg: float, alkalinity_mg: float, tds_mg: float, celsius: float) -> float:
    """The pH at which a water would neither deposit calcite nor dissolve it.

    Args:
        calcium_mg: calcium hardness in mg/L as CaCO3, above 0.
        alkalinity_mg: in mg/L as CaCO3, above 0.
        tds_mg: dissolved solids in mg/L.
        celsius: 0 to 90.

    Raises:
        InvalidInput: when out of range.
    """
    if not (0 < calcium_mg < 1e5 and 0 < alkalinity_mg < 1e5):
        raise InvalidInput("An index needs some calcium and some alkalinity.")
    calcium = -log10(calcium_mg / 1000 / CACO3_G_PER_MOL)
    bicarbonate = -log10(2 * alkalinity_mg / 1000 / CACO3_G_PER_MOL)
    return pk2(celsius) - pks_calcite(celsius) + calcium + bicarbonate + 5 * activity_exponent(tds_mg, celsius)


@dataclass(frozen=True)
class Analysis:
    """What more than hardness is known of a water.

    Args:
        ph: as it was measured, 4 to 11.
        celsius: at which it was measured, 0 to 40.
        tds_mg: dissolved solids in mg/L, or None.
        calcium_mg: calcium hardness in mg/L as CaCO3, or None.

    Raises:
        InvalidInput: when out of range.
    """

    ph: float
    celsius: float = USUAL_COLD_C
    tds_mg: float | None = None
    calcium_mg: float | None = None

    def __post_init__(self) -> None:
        if not 4 <= self.ph <= 11:
            raise InvalidInput("The pH of a drinking water lies between 4 and 11.", "ph")
        if not 0 <= self.celsius <= 40:
            raise InvalidInput("Water from a tap has 0 to 40 °C.", "celsius")
        if self.tds_mg is not None and not 1 <= self.tds_mg <= 10_000:
            raise InvalidInput("Dissolved solids lie between 1 and 10 000 mg/L.", "tds")
        if self.calcium_mg is not None and not 0 < self.calcium_mg <= 5_000:
            raise InvalidInput("Calcium hardness lies above 0 and up to 5 000 mg/L as CaCO3.", "calcium")


def heated_ph(ph: float, alkalinity_mg: float, tds_mg: float, from_c: float, to_c: float) -> float:
    """The pH of a closed water at another temperature: its alkalinity and its carbon stay, the balance moves.

    Args:
        ph: at the first temperature.
        alkalinity_mg: in mg/L as CaCO3, above 0.
        tds_mg: dissolved solids in mg/L.
        from_c, to_c: 0 to 90.

    Raises:
        InvalidInput: when out of range.
    """
    if alkalinity_mg <= 0:
        raise InvalidInput("An index needs some alkalinity.")
    alkalinity = 2 * alkalinity_mg / 1000 / CACO3_G_PER_MOL
    carbon = _balance(ph, alkalinity, tds_mg, from_c)
    low, high = 2.0, 13.0
    for _ in range(60):
        middle = (low + high) / 2
        # The more acid, the more carbon goes with one alkalinity.
        low, high = (middle, high) if _balance(middle, alkalinity, tds_mg, to_c) > carbon else (low, middle)
    return (low + high) / 2


def _ten_to(exponent: float) -> float:
    return exp(exponent * log(10))


def _balance(ph: float, alkalinity: float, tds_mg: float, celsius: float) -> float:
    """Carbon in mol/L that goes with an alkalinity in mol/L at a pH."""
    exponent = activity_exponent(tds_mg, celsius)
    # Concentrations of H and OH, and of each carbonate to one of hydrogencarbonate.
    hydrogen, hydroxide = _ten_to(exponent - ph), _ten_to(ph - _pkw(celsius) + exponent)
    dissolved = _ten_to(pk1(celsius) - ph - exponent)
    carbonate = _ten_to(ph - pk2(celsius) + 3 * exponent)
    bicarbonate = (alkalinity - hydroxide + hydrogen) / (1 + 2 * carbonate)
    return bicarbonate * (1 + dissolved + carbonate)


@dataclass(frozen=True)
class Saturation:
    """The index of a water, cold and as hot as the constants reach.

    Attributes:
        cold, hot: the index; above 0 it tends to deposit, below 0 to dissolve.
        cold_c, hot_c: at which temperatures.
        hot_ph: the pH that it has when hot and closed.
        assumed: what was taken for what the analysis does not say, in words; empty where it says all.
    """

    cold: float
    hot: float
    cold_c: float
    hot_c: float
    hot_ph: float
    assumed: str


def saturation(total_dh_mg: float, alkalinity_mg: float, analysis: Analysis, hot_c: float = HOTTEST_C) -> Saturation:
    """The index of a water cold and hot.

    Args:
        total_dh_mg: total hardness in mg/L as CaCO3, above 0.
        alkalinity_mg: in mg/L as CaCO3, above 0.
        analysis: pH, and what else is known.
        hot_c: 0 to 90; brewing is a little hotter than the constants reach.

    Raises:
        InvalidInput: when out of range.
    """
    assumed = []
    calcium, solids = analysis.calcium_mg, analysis.tds_mg
    if calcium is None:
        calcium = CALCIUM_SHARE * total_dh_mg
        assumed.append(f"{100 * CALCIUM_SHARE:.0f} % of the hardness as calcium")
    if solids is None:
        solids = USUAL_TDS_MG
        assumed.append(f"{USUAL_TDS_MG:.0f} mg/L of dissolved solids")
    cold = analysis.ph - saturation_ph(calcium, alkalinity_mg, solids, analysis.celsius)
    hot_ph = heated_ph(analysis.ph, alkalinity_mg, solids, analysis.celsius, hot_c)
    hot = hot_ph - saturation_ph(calcium, alkalinity_mg, solids, hot_c)
    return Saturation(cold, hot, analysis.celsius, hot_c, hot_ph, " and ".join(assumed))


def tendency(index: float) -> str:
    """What an index means, such as ``deposits scale``; within 0.3 of nothing it does neither."""
    if abs(index) <= BALANCED_WITHIN:
        return "is about in balance"
    return "tends to deposit scale" if index > 0 else "tends to dissolve scale and to attack metal"
