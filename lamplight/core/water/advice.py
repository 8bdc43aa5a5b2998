"""What is said of soft water: where it corrodes rather than scales, and where a cartridge does harm."""

from __future__ import annotations

from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.cartridge import Resin, bypass_for
from lamplight.core.water.hardness import MG_CACO3_PER_DH
from lamplight.core.words import degrees

# Soft water below about 100 mg/L has little buffer and may attack pipes (WHO, Hardness in Drinking-water, 2011, quoted
# from memory).
LITTLE_BUFFER_DH = 100.0 / MG_CACO3_PER_DH
# The coffee trade's water standard of 2009 asks for an alkalinity at or near 40 mg/L (quoted from memory).
WANTED_ALKALINITY_DH = 40.0 / MG_CACO3_PER_DH
# What a bypass is advised to leave: above that, rounded (no source).
ADVISED_DH = 4.0


def soft_water_advice(water: WaterAtMachine) -> str:
    """What to mind about a water that is soft, or that a cartridge makes so; empty where there is nothing to mind.

    A cartridge in the hydrogen form takes carbonate hardness and gives acid; one that softens takes the total and
    leaves the alkalinity.

    Args:
        water: as it comes, and the cartridge behind which it is drunk.
    """
    test, cartridge = water.test, water.cartridge
    if test is None:
        return ""
    acid_making = cartridge is not None and cartridge.resin is Resin.DECARBONISING
    if test.scaling < WANTED_ALKALINITY_DH:
        said = f"{degrees(test.scaling)} of carbonate hardness is little: it attacks metal rather than leaving scale."
        harm = " The cartridge takes the rest of its buffer and makes it acid: leave it out."
        return said + harm if acid_making else said
    after = water.scaling_after or 0.0
    if not acid_making or cartridge is None or after >= WANTED_ALKALINITY_DH:
        low = test.total < LITTLE_BUFFER_DH and cartridge is None
        return "Soft water: little scale comes of it, and a cartridge would do harm." if low else ""
    share = bypass_for(test.scaling, ADVISED_DH, cartridge.residual_dh)
    if cartridge.bypass >= share.share or not share.reachable:
        return ""
    return (
        f"Fresh, the cartridge leaves {degrees(after)}: acid and with hardly any buffer. "
        f"A bypass of {100 * share.share:.0f} % would leave {degrees(ADVISED_DH)}, where it can be set."
    )
