"""How long a level is remembered follows a machine's own past."""

from __future__ import annotations

import unittest

import numpy as np

from lamplight.core.usage.level import (
    BELIEF,
    FORETOLD_GAPS,
    HALF_LIVES,
    SCORED_DAYS,
    USUAL_LEVEL_SD,
    HalfLifeMixture,
    half_life_weights,
    kept_by_half_life,
    known_levels,
    level_of,
    weigh_memories,
)

GAPS = 85
ONE_DAY = np.eye(7)[np.arange(GAPS) % 7]
AGES = np.arange(GAPS - 1, -1, -1.0)
PATTERN = np.full(7, 40.0)


def level(means, seed=1, overdispersion=1.0):
    """The level of daily readings with these means, beside a pattern of 40 a day."""
    drinks = np.random.default_rng(seed).poisson(means).astype(float)
    return level_of(ONE_DAY[: len(drinks)], drinks, AGES[-len(drinks) :], PATTERN, overdispersion)


class Remembering(unittest.TestCase):
    """Simulated counts with a known course."""

    def test_steady_counts_are_remembered_for_long(self):
        """Over many machines the middle memory of steady ones is months, of wandering ones weeks."""
        steady = np.full(GAPS, 40.0)
        chance = np.random.default_rng(3)
        long = np.median([level(steady, seed).half_lives.typical_days for seed in range(40)])
        short = np.median(
            [
                level(40 * np.exp(np.cumsum(0.12 * chance.standard_normal(GAPS))), seed).half_lives.typical_days
                for seed in range(40)
            ]
        )
        self.assertGreaterEqual(long, 40)
        self.assertLessEqual(short, 10)

    def test_bursts_want_a_long_one(self):
        """Days of ten times the use that come without any memory are averaged over months."""
        chance = np.random.default_rng(5)
        middle = [
            level(np.where(chance.random(GAPS) < 0.1, 400.0, 15.0), seed, overdispersion=80.0).half_lives.typical_days
            for seed in range(40)
        ]
        self.assertGreaterEqual(np.median(middle), 40)

    def test_a_step(self):
        """Three weeks after use has doubled the level is near the new one, and a long memory's is not."""
        doubled = np.concatenate([np.full(GAPS - 21, 40.0), np.full(21, 80.0)])
        self.assertGreater(level(doubled).factor, 1.75)
        kept = kept_by_half_life(np.append(AGES, 0.0))[:, :, :-1]
        self.assertLess(known_levels(doubled, np.full(GAPS, 40.0), kept, 1.0)[-1, -1], 1.35)

    def test_between_the_half_lives(self):
        """The level is a mean of what the half-lives know, whatever came."""
        chance = np.random.default_rng(8)
        for seed in range(20):
            drinks = chance.poisson(chance.uniform(5, 90, GAPS)).astype(float)
            kept = kept_by_half_life(np.append(AGES[-FORETOLD_GAPS:], 0.0))[:, :, :-1]
            lately = drinks[-FORETOLD_GAPS:]
            each = known_levels(lately, np.full(len(lately), 40.0), kept, 1.0)[:, -1]
            found = level_of(ONE_DAY, drinks, AGES, PATTERN)
            with self.subTest(seed=seed):
                self.assertTrue(each.min() - 1e-9 <= found.factor <= each.max() + 1e-9)
                self.assertAlmostEqual(sum(found.half_lives.shares), 1)

    def test_few_gaps(self):
        """Nothing can be foretold yet: the belief at the outset, the usual straying, a level close to the pattern."""
        found = level(np.full(4, 40.0))
        self.assertEqual(found.half_lives, HalfLifeMixture())
        self.assertEqual(found.sd, USUAL_LEVEL_SD)
        self.assertAlmostEqual(found.half_lives.shares[0], BELIEF[0] / sum(BELIEF))

    def test_steadier_than_chance(self):
        """A record that strays less than chance would have it takes back the straying that is lent; few gaps do not."""

        def straying(drinks):
            return level_of(ONE_DAY[-len(drinks) :], drinks, AGES[-len(drinks) :], PATTERN).sd

        self.assertEqual(straying(np.full(4, 40.0)), USUAL_LEVEL_SD)
        self.assertLess(straying(np.full(GAPS, 40.0)), 0.3 * USUAL_LEVEL_SD)
        self.assertGreater(straying(40 * 1.5 ** np.sin(np.arange(GAPS) / 10)), USUAL_LEVEL_SD)

    def test_only_the_past_is_known(self):
        """A gap's foretelling does not change with what came afterwards."""
        drinks = np.random.default_rng(2).poisson(40, GAPS).astype(float)
        kept = kept_by_half_life(AGES)
        before = known_levels(drinks, np.full(GAPS, 40.0), kept, 1.0)
        drinks[50:] *= 7
        after = known_levels(drinks, np.full(GAPS, 40.0), kept, 1.0)
        np.testing.assert_allclose(before[:, :51], after[:, :51])
        self.assertTrue((before[:, 52] < after[:, 52]).all())

    def test_noughts(self):
        """A machine that stood still all the time foretells almost nothing, and nothing breaks."""
        found = level(np.zeros(GAPS))
        self.assertLess(found.factor, 0.05)
        self.assertTrue(np.isfinite(found.sd))

    def test_weights(self):
        """By the definition of a half-life."""
        np.testing.assert_allclose(half_life_weights([0, 10, 20], 10), [1, 0.5, 0.25])
        np.testing.assert_allclose(half_life_weights([0, 1000], None), [1, 1])
        kept = kept_by_half_life(np.array([20.0, 10.0, 0.0]))
        for place, half_life in enumerate(HALF_LIVES):
            np.testing.assert_allclose(kept[place, 2, :2], [0.5 ** (20 / half_life), 0.5 ** (10 / half_life)])
            self.assertEqual(kept[place, 0].sum(), 0)

    def test_what_lies_long_ago_counts_less(self):
        """One memory was right about the older half, another about the younger one: the latter is believed."""
        drinks = np.random.default_rng(6).poisson(np.repeat([50.0, 30.0], 120)).astype(float)
        levels = np.ones((1, 7, 240)) * 1.25
        levels[0, 4:] = 0.75  # alone it would be the worse one: to miss 50 from 30 is more than to miss 30 from 50
        shares = weigh_memories(np.ones(240), drinks, np.full((1, 240), 40.0), levels)[0]
        self.assertGreater(shares[4:].sum(), 0.9)

    def test_patterns(self):
        """A strong week is believed where it shows, and the assumed one where there is none."""
        week = np.array([60.0, 60, 60, 20, 20, 20, 40])
        patterns = np.array([week, np.full(7, 40.0)])
        for truth, first in ((week, True), (np.full(7, 40.0), False)):
            drinks = np.random.default_rng(7).poisson(ONE_DAY @ truth).astype(float)
            found = level_of(ONE_DAY, drinks, AGES, patterns)
            self.assertEqual(found.patterns[0] > 0.9, first, found.patterns)
            np.testing.assert_allclose(found.rates, truth, rtol=0.25)

    def test_choosing(self):
        """The half-life whose levels foretold exactly takes nearly all the belief."""
        drinks = np.random.default_rng(4).uniform(20, 60, GAPS)
        fitted = np.full(GAPS, 40.0)
        levels = np.ones((len(HALF_LIVES), GAPS))
        levels[2] = drinks / fitted
        found = weigh_memories(np.full(GAPS, float(SCORED_DAYS)), drinks, fitted[None, :], levels[None, :, :])[0]
        self.assertGreater(found[2], 0.99)


if __name__ == "__main__":
    unittest.main()
