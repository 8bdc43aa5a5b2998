"""Acids against molar masses, a handbook's pH, and worked sums.

Sources: molar masses by molmass 2026.1.8; pKa from the usual handbook tables, from memory; the pH of 0.1 mol/L acetic
(2.88), formic (2.38) and citric acid (2.1) as any textbook of general chemistry prints them, from memory; vinegar of
5 % as FDA means it, 50 g/L, from memory. Everything else is arithmetic from these.
"""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.core.water.acids import (
    ACIDS,
    AcidPart,
    acid_named,
    carbon_dioxide_l,
    dissolves_g,
    grams_for,
    mix_ph,
    mol_per_l,
    protons_given,
)
from lamplight.core.water.descaler import Descaler, DescalerMix, compared, verdict, vinegar_ml
from lamplight.core.water.hardness import scale_grams

# Grams of CaCO3 for a gram of acid, with the protons that count safely, and with all of them.
PER_GRAM = (
    ("citric", 0.52095, 0.78143), ("citric-monohydrate", 0.47629, 0.71443), ("lactic", 0.55556, 0.55556),
    ("sulfamic", 0.51542, 0.51542), ("acetic", 0.83333, 0.83333), ("formic", 1.08730, 1.08730),
    ("malic", 0.74643, 0.74643),
)  # fmt: skip
# Mean number of protons given up at pH 2 to 7, from the pKa alone.
PROTONS = (
    ("citric", (0.069, 0.437, 1.031, 1.660, 2.234, 2.797)), ("malic", (0.038, 0.289, 0.869, 1.417, 1.885, 1.987)),
    ("lactic", (0.014, 0.121, 0.580, 0.932, 0.993, 0.999)), ("acetic", (0.002, 0.017, 0.148, 0.635, 0.946, 0.994)),
    ("formic", (0.017, 0.151, 0.640, 0.947, 0.994, 0.999)), ("sulfamic", (0.909, 0.990, 0.999, 1.000, 1.000, 1.000)),
)  # fmt: skip
blends = st.lists(st.builds(AcidPart, st.sampled_from(list(ACIDS)), st.floats(0.1, 200)), min_size=1, max_size=3)


class Stoichiometry(unittest.TestCase):
    """How much dissolves how much."""

    def test_per_gram(self):
        """Seven acids."""
        self.assertEqual({row[0] for row in PER_GRAM}, set(ACIDS))
        for key, safely, at_most in PER_GRAM:
            with self.subTest(key):
                self.assertAlmostEqual(acid_named(key).caco3_per_g, safely, delta=2e-4 * safely)
                self.assertAlmostEqual(acid_named(key).caco3_per_g_at_most, at_most, delta=2e-4 * at_most)

    def test_protons(self):
        """At each pH."""
        for key, row in PROTONS:
            for ph, mean in enumerate(row, 2):
                self.assertAlmostEqual(protons_given(acid_named(key), ph), mean, delta=0.0006, msg=(key, ph))

    def test_a_worked_example(self):
        """120 L at 12 °dH leave 25.7011 g at most: what each acid needs for it."""
        scale = scale_grams(120, 12)
        for key, grams in (("citric-monohydrate", 53.961), ("sulfamic", 49.865), ("lactic", 46.262)):
            self.assertAlmostEqual(grams_for(key, scale), grams, delta=2e-4 * grams)
        self.assertAlmostEqual(vinegar_ml(scale), 616.8, delta=0.2)
        self.assertAlmostEqual(dissolves_g([AcidPart("acetic", 50)]), 41.667, delta=0.01)

    def test_gas(self):
        """0.24034 L a gram at 20 °C; 50 g give 12.017 L."""
        for grams, litres in ((1, 0.24034), (5, 1.202), (50, 12.017)):
            self.assertAlmostEqual(carbon_dioxide_l(grams), litres, delta=1e-3 * litres)

    def test_ph_of_textbooks(self):
        """0.1 mol/L of each."""
        for key, ph in (("acetic", 2.88), ("formic", 2.38), ("citric", 2.1)):
            grams = acid_named(key).molar_g * 0.1
            self.assertAlmostEqual(mix_ph([AcidPart(key, grams)], 1000), ph, delta=0.03)
            self.assertAlmostEqual(mol_per_l(AcidPart(key, grams), 1000), 0.1)
        self.assertAlmostEqual(mix_ph([], 1000), 7.0, places=3)

    @given(blends, st.floats(200, 2000))
    def test_blends_add_up(self, parts, volume):
        """A blend dissolves what its acids do; more water is less acid, more acid is more."""
        self.assertAlmostEqual(dissolves_g(parts), sum(dissolves_g([part]) for part in parts))
        self.assertLessEqual(dissolves_g(parts), dissolves_g(parts, at_most=True) + 1e-9)
        self.assertLessEqual(mix_ph(parts, volume), mix_ph(parts, 2 * volume) + 1e-9)
        self.assertLessEqual(mix_ph([*parts, AcidPart("lactic", 5)], volume), mix_ph(parts, volume) + 1e-9)

    def test_refusals(self):
        """Not an acid, less than nothing, no water."""
        for wrong in (
            lambda: acid_named("hydrochloric"),
            lambda: AcidPart("citric", -1),
            lambda: grams_for("citric", -1),
            lambda: carbon_dioxide_l(-1),
            lambda: mix_ph([], 0),
            lambda: mol_per_l(AcidPart("citric", 1), 0),
            lambda: AcidPart("citric", float("nan")),
            lambda: AcidPart("citric", 1e6),
            lambda: grams_for("citric", float("inf")),
        ):
            with self.assertRaisesRegex(
                InvalidInput,
                "A mix has more than|An amount of acid lies between|"
                "An amount of scale is|“hydrochloric” is not an acid that is known",
            ):
                wrong()


class Judged(unittest.TestCase):
    """Whether a dose is enough."""

    @given(blends, st.floats(200, 2000), st.floats(0, 300))
    def test_law(self, parts, volume, scale):
        """What is dissolved and what is left are the scale; enough is where nothing is left."""
        got = verdict(DescalerMix(tuple(parts), volume), scale)
        self.assertAlmostEqual(got.left_g, max(0.0, scale - got.dissolves_g))
        self.assertEqual(got.enough, scale <= got.dissolves_g)
        self.assertAlmostEqual(got.carbon_dioxide_l, carbon_dioxide_l(scale - got.left_g))

    def test_citrate(self):
        """Hot, strong, or nearly spent: sludge. Cold, weak and plenty: none; a lactic blend never."""
        weak, strong = DescalerMix((AcidPart("citric", 40),), 1000), DescalerMix((AcidPart("citric", 50),), 500)
        cases = (
            (weak, 5, True, "heated"), (strong, 5, False, "strong"), (weak, 15, False, "spent"), (weak, 5, False, ""),
            (weak, 0.4, True, ""),
        )  # fmt: skip
        for mix, scale, hot, said in cases:
            cautions = " ".join(verdict(mix, scale, hot).cautions)
            self.assertEqual("sludge" in cautions, bool(said), cautions)
            self.assertIn(said, cautions)
        mostly = DescalerMix((AcidPart("citric", 10), AcidPart("lactic", 30)), 1000)
        self.assertNotIn("sludge", " ".join(verdict(mostly, 15).cautions))
        self.assertAlmostEqual(weak.per_cent, 4.0)
        self.assertAlmostEqual(weak.mol_per_l, 0.2082, places=4)
        brass = verdict(DescalerMix((AcidPart("acetic", 40),), 1000), 5)
        self.assertIn("brass", " ".join(brass.cautions))

    def test_compared(self):
        """For 20 g: the cheapest first, without a price last, without an acid not at all."""
        offered = (
            Descaler("sachet", (AcidPart("citric-monohydrate", 40),), 1, 1.2),
            Descaler("concentrate", (AcidPart("lactic", 0.45),), 100, 0.03),
            Descaler("unpriced", (AcidPart("sulfamic", 16),), 1),
            Descaler("unknown", (), 1, 0.1),
        )
        got = compared(offered, 20)
        self.assertEqual([one.key for one in got], ["sachet", "concentrate", "unpriced"])
        self.assertAlmostEqual(got[0].units, 20 / (40 * 0.47629), delta=1e-3)
        self.assertAlmostEqual(got[1].cost, 20 / (0.45 * 0.55556) * 0.03, delta=1e-3)
        self.assertAlmostEqual(got[1].dose_dissolves_g, 25.0, delta=0.01)

    def test_refusals(self):
        """An empty mix, no water, scale below nothing."""
        mix = DescalerMix((AcidPart("citric", 40),), 1000)
        for wrong in (
            lambda: DescalerMix((), 1000),
            lambda: DescalerMix((AcidPart("citric", 0),), 1000),
            lambda: DescalerMix(mix.parts, 0),
            lambda: verdict(mix, -1),
            lambda: compared((), -1),
            lambda: vinegar_ml(-1),
        ):
            with self.assertRaisesRegex(
                InvalidInput, "A mix has more than|An amount of scale is|Say which acid is in it, and how much"
            ):
                wrong()


if __name__ == "__main__":
    unittest.main()
