"""What the book teaches: against closed forms, and on simulated players whose hidden habits are known."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.players import player as a_player
from veltrin.core.ground import COVERS, Lie, Slope
from veltrin.core.kit import NOTHING_LEARNED, Effect, Learned, family_of
from veltrin.core.learn import FAILED, PRIOR_SD, BookedStrike, Cell, Meant, is_far_off, learn, told
from veltrin.core.learn.habits import fade
from veltrin.core.plan import Line, Question, plan_shot
from veltrin.core.plan.model import REFERENCE_AIR
from veltrin.core.plan.predict import Expected, expect, expect_stock
from veltrin.core.run import Landing

ROUGH = Lie(COVERS["rough"], sunk=0.6)
PITCH = Line(42.0, Landing(34.0, 54.0))


def cell(shots: int, mean: float, sd: float, quantity="speed", family="wedge", cover="rough", method="stock-swing"):
    """Sums of shots that all lie at their mean, each with this standard deviation."""
    weight = shots / sd**2
    return Cell(quantity, family, cover, method, shots, weight, weight * mean, weight * mean**2 + shots)


def test_one_kind_of_shots_gives_the_textbook_posterior() -> None:
    # Normal prior, normal data, known variance: Gelman et al., Bayesian Data Analysis, eq. 2.11-2.12, from memory.
    mean, sd, n = 0.08, 0.05, 14
    learned = learn([cell(n, mean, sd)])
    speed = [e for e in learned.effects if e.quantity == "speed"]
    prior = sum(PRIOR_SD["speed"][e.by] ** 2 for e in speed)
    shrunk = mean * prior / (prior + sd**2 / n)
    assert sum(e.value for e in speed) == pytest.approx(shrunk, rel=1e-9)
    # Each effect takes its share of it by its own prior variance.
    for effect in speed:
        assert effect.value == pytest.approx(shrunk * PRIOR_SD["speed"][effect.by] ** 2 / prior, rel=1e-9)
        assert effect.shots == n


def test_the_posterior_of_many_cells_agrees_with_plain_least_squares_of_the_augmented_system() -> None:
    # Ridge regression is least squares with the prior as further rows: numpy's lstsq knows nothing of our algebra.
    cells = [
        cell(5, 0.10, 0.05),
        cell(9, -0.02, 0.04, cover="fairway"),
        cell(3, 0.05, 0.06, family="short iron", cover="fairway", method="up-the-hill"),
    ]
    effects = {(e.by, e.name): e.value for e in learn(cells).effects if e.quantity == "speed"}
    keys = list(effects)
    rows, values = [], []
    for c in cells:
        root = math.sqrt(c.weight)
        rows.append([root if c.name(by) == name else 0.0 for by, name in keys])
        values.append(root * c.weighted / c.weight)
    for i, (by, _) in enumerate(keys):
        rows.append([1.0 / PRIOR_SD["speed"][by] if k == i else 0.0 for k in range(len(keys))])
        values.append(0.0)
    found, *_ = np.linalg.lstsq(np.array(rows), np.array(values), rcond=None)
    assert list(effects.values()) == pytest.approx(list(found), abs=1e-12)


@given(st.floats(-0.3, 0.3), st.integers(1, 60))
def test_more_shots_move_more_and_never_beyond_what_was_seen(mean: float, shots: int) -> None:
    def moved(n: int) -> float:
        return sum(e.value for e in learn([cell(n, mean, 0.06)]).effects if e.quantity == "speed")

    few, many = moved(shots), moved(shots + 5)
    assert abs(few) <= abs(many) + 1e-12 <= abs(mean) + 1e-9


def test_intervals_shrink_with_shots() -> None:
    widths = [learn([cell(n, 0.05, 0.06)]).effects[0].deviation for n in (1, 5, 20, 80)]
    assert widths == sorted(widths, reverse=True)
    assert widths[0] < max(PRIOR_SD["speed"].values())


def test_scatter_is_learnt_from_how_wide_shots_lie() -> None:
    rng = np.random.default_rng(4)
    expected_sd, true_sd = 0.05, 0.08
    y = true_sd * rng.standard_normal(400)
    w = 1.0 / expected_sd**2
    wide = Cell("speed", "wedge", "rough", "splash", 400, 400 * w, w * float(y.sum()), w * float((y**2).sum()))
    factor = Learned(learn([wide]).effects).of("rough", "splash", a_player().club("54")).scatter
    assert factor == pytest.approx(true_sd / expected_sd, rel=0.06)


def test_nothing_booked_is_nothing_learnt() -> None:
    assert learn([]) == NOTHING_LEARNED
    assert not NOTHING_LEARNED


# --- reading one shot ---

MEANT = Meant(
    30.0,
    40.0,
    0.0,
    25.0,
    200.0,
    length_sd=0.09,
    side_sd_rad=0.05,
    carry_speed_exponent=1.8,
    face_direction_gain=0.8,
    slid=True,
)


def test_a_carry_tells_the_speed_by_its_power() -> None:
    read = told(MEANT, BookedStrike(carry_m=30.0 * 0.9**1.8)).speed
    assert read is not None
    assert read[0] == pytest.approx(math.log(0.9))
    assert read[1] == pytest.approx(0.05)


def test_a_finish_tells_less_than_a_carry() -> None:
    by_carry, by_finish = told(MEANT, BookedStrike(carry_m=27.0)).speed, told(MEANT, BookedStrike(total_m=36.0)).speed
    assert by_carry is not None
    assert by_finish is not None
    assert by_finish[1] > by_carry[1]


def test_spin_tells_friction_only_where_the_ball_slid() -> None:
    spun = BookedStrike(carry_m=30.0, spin_rad_s=160.0)
    gripped = Meant(30.0, 40.0, 0.0, 25.0, 200.0, 0.09, 0.05, 1.8, 0.8, slid=False)
    assert told(MEANT, spun).friction is not None
    assert told(gripped, spun).friction is None


def test_direction_tells_the_face_by_the_players_own_hand() -> None:
    left = BookedStrike(carry_m=30.0, side_rad=0.04)
    lefty = Meant(30.0, 40.0, 0.0, 25.0, 200.0, 0.09, 0.05, 1.8, -0.8, slid=True)
    right_handed, left_handed = told(MEANT, left).face, told(lefty, left).face
    assert right_handed is not None
    assert left_handed is not None
    # A ball to the left comes from a shut face of a right-hander, and from an open one of a left-hander.
    assert right_handed[0] == pytest.approx(0.05)
    assert left_handed[0] == pytest.approx(-0.05)


def test_a_mishap_is_told_and_heavy_and_thin_ones_are_named() -> None:
    assert is_far_off(told(MEANT, BookedStrike(carry_m=4.0)))
    assert not is_far_off(told(MEANT, BookedStrike(carry_m=27.0)))
    assert {"heavy", "thin", "shank"} <= FAILED


# --- what a plan makes of it ---


def a_book(share: float, face_deg: float = 0.0, cover: str = "rough") -> Learned:
    return Learned(
        (
            Effect("speed", "cover", cover, math.log(share), 0.02, 14),
            Effect("face", "cover", cover, math.radians(face_deg), 0.01, 14),
        )
    )


@pytest.mark.parametrize("left_handed", [False, True])
def test_the_ledgers_say_what_the_book_adds_and_still_add_up(left_handed: bool) -> None:
    question = Question(a_player(left=left_handed), Slope(), PITCH, lie=ROUGH, learned=a_book(0.92, 1.5))
    detail = plan_shot(question).calls[0].detail
    assert detail is not None
    for name, rows in detail.ledgers.items():
        booked = [r for r in rows if r.words.startswith("from your book (14 shots)")]
        assert len(booked) == 1, name
        total = 0.0
        for row in rows:
            if row.total:
                assert row.value == pytest.approx(total, abs=1e-6), name
            else:
                total += row.value
    carry = next(r for r in detail.ledgers["distance"] if "your book" in r.words)
    assert carry.value < 0
    assert "−" in carry.words
    assert "%" in carry.words
    # A face that shuts sends a right-hander's ball left: he aims right, which is negative in here.
    aim = next(r for r in detail.ledgers["aim"] if "your book" in r.words)
    assert (aim.value < 0) is not left_handed


def test_the_plan_swings_longer_for_a_player_who_loses_speed_and_the_ghost_stays_stock() -> None:
    player = a_player()
    plain = plan_shot(Question(player, Slope(), PITCH, lie=ROUGH, only=("58~stock-swing",))).calls[0]
    learned = Question(player, Slope(), PITCH, lie=ROUGH, learned=a_book(0.92), only=("58~stock-swing",))
    booked = plan_shot(learned).calls[0]
    assert booked.swing > plain.swing
    assert booked.total_m == pytest.approx(plain.total_m, abs=0.5)
    assert booked.plays_as_m > plain.plays_as_m


def test_the_book_of_one_cover_says_nothing_of_another() -> None:
    learned = a_book(0.9, cover="rough")
    on_fairway = learned.of("fairway", "stock-swing", a_player().club("58"))
    assert (on_fairway.speed, on_fairway.face_rad, on_fairway.shots) == (1.0, 0.0, 0)


def test_where_no_shot_bears_on_the_stroke_the_ledgers_have_no_such_row() -> None:
    question = Question(a_player(), Slope(), PITCH, lie=ROUGH, learned=a_book(0.9, cover="sand"))
    detail = plan_shot(question).calls[0].detail
    assert detail is not None
    assert not [r.words for rows in detail.ledgers.values() for r in rows if "your book" in r.words]


def test_families_are_those_coaches_talk_of() -> None:
    player = a_player()
    told_of = {c.id: family_of(c) for c in player.bag}
    assert told_of["5-iron"] == "long iron"
    assert told_of["8-iron"] == "short iron"
    assert told_of["54"] == "wedge"
    assert told_of["4-hybrid"] == "hybrid"


def test_a_stock_shot_is_expected_to_carry_what_the_bag_says() -> None:
    player = a_player()
    for club_id in ("7-iron", "54"):
        expected = expect_stock(player, club_id, REFERENCE_AIR)
        assert expected.carry_m == pytest.approx(player.club(club_id).stock_carry_m, abs=0.1)
        assert 0.8 < expected.carry_speed_exponent < 1.6


def test_what_is_expected_is_mirrored_for_a_left_hander() -> None:
    sloped = Slope(0.0, math.radians(5.0))
    found = [
        expect(Question(a_player(left=hand), sloped, PITCH, lie=ROUGH), "58~stock-swing") for hand in (False, True)
    ]
    assert found[0] is not None
    assert found[1] is not None
    right, left = found[0][1], found[1][1]
    assert left.carry_m == pytest.approx(right.carry_m)
    assert left.bare_side_rad == pytest.approx(-right.bare_side_rad)
    assert left.face_direction_gain == pytest.approx(-right.face_direction_gain)
    assert expect(Question(a_player(), Slope(), PITCH, lie=ROUGH), "driver~stock-swing") is None


# --- hold-out: players whose hidden habits are known ---


def booked(expected: Expected, share: float, rng: np.random.Generator, family: str, cover: str, method: str) -> Cell:
    """Twenty shots of a player who keeps `share` of the speed, booked as they landed."""
    ys, ws = [], []
    for _ in range(20):
        noise = math.exp(expected.length_sd * rng.standard_normal())
        landed = expected.bare_carry_m * share**expected.carry_speed_exponent * noise
        meant = Meant(
            expected.bare_carry_m, expected.bare_total_m, expected.bare_side_rad, expected.bare_ball_speed_m_s,
            expected.bare_spin_rad_s, expected.length_sd, expected.side_sd_rad,
            expected.carry_speed_exponent, expected.face_direction_gain, expected.slid,
        )  # fmt: skip
        read = told(meant, BookedStrike(carry_m=landed)).speed
        assert read is not None
        ys.append(read[0])
        ws.append(read[1] ** -2)
    y, w = np.array(ys), np.array(ws)
    return Cell("speed", family, cover, method, 20, float(w.sum()), float(w @ y), float(w @ y**2))


def test_after_twenty_shots_the_predicted_carry_is_at_least_twice_as_close() -> None:
    player = a_player()
    found = expect(Question(player, Slope(), PITCH, lie=ROUGH), "58~stock-swing")
    assert found is not None
    expected, rng = found[1], np.random.default_rng(11)
    before, after = [], []
    for _ in range(40):
        # Hidden habits as wide as the stated prior has them, all three effects together.
        hidden = math.exp(math.hypot(*PRIOR_SD["speed"].values()) * rng.standard_normal())
        learned = learn([booked(expected, hidden, rng, "wedge", "rough", "stock-swing")])
        share = learned.of("rough", "stock-swing", player.club("58")).speed
        truth = expected.bare_carry_m * hidden**expected.carry_speed_exponent
        before.append(abs(expected.bare_carry_m - truth))
        after.append(abs(expected.bare_carry_m * share**expected.carry_speed_exponent - truth))
    assert np.mean(after) < 0.5 * np.mean(before)


def test_a_player_who_matches_the_model_is_left_alone() -> None:
    player = a_player()
    found = expect(Question(player, Slope(), PITCH, lie=ROUGH), "58~stock-swing")
    assert found is not None
    expected, rng = found[1], np.random.default_rng(12)
    errors = []
    for _ in range(40):
        learned = learn([booked(expected, 1.0, rng, "wedge", "rough", "stock-swing")])
        share = learned.of("rough", "stock-swing", player.club("58")).speed
        errors.append(math.log(share) * expected.carry_speed_exponent)
    # Twenty shots tell a mean to sd / sqrt(20): learning must not be off by more than that noise.
    assert np.sqrt(np.mean(np.square(errors))) < expected.length_sd / math.sqrt(20)
    assert np.max(np.abs(errors)) < 3.0 * expected.length_sd / math.sqrt(20)


def test_what_is_learnt_of_one_lie_predicts_that_lie_and_not_its_neighbour() -> None:
    player, rng = a_player(), np.random.default_rng(13)
    cells = []
    for cover, lie, share in (("rough", ROUGH, 0.88), ("fairway", Lie(), 1.0)):
        found = expect(Question(player, Slope(), PITCH, lie=lie), "58~stock-swing")
        assert found is not None
        cells.append(booked(found[1], share, rng, "wedge", cover, "stock-swing"))
    learned = learn(cells)
    assert learned.of("rough", "stock-swing", player.club("58")).speed == pytest.approx(0.88, abs=0.03)
    assert learned.of("fairway", "stock-swing", player.club("58")).speed == pytest.approx(1.0, abs=0.03)


# --- old shots ---


def test_a_shot_weighs_half_as_much_a_year_before_the_newest() -> None:
    new, old = cell(10, 0.10, 0.05), replace(cell(10, -0.10, 0.05), quarter=-4)
    (one,) = fade([new, old])
    assert one.weight == pytest.approx(1.5 * new.weight)
    assert one.weighted / one.weight == pytest.approx((0.10 - 0.05) / 1.5)
    assert (one.shots, one.counts) == (20, 15.0)
    # Kish's effective number: (10 + 5)^2 / (10 + 2.5).
    assert one.as_many == pytest.approx(18.0)


def test_when_all_shots_are_of_one_age_nothing_fades() -> None:
    cells = [replace(cell(9, 0.05, 0.05), quarter=n) for n in (0, 40)]
    fresh, long_ago = (learn([one]) for one in cells)
    assert fresh == long_ago, "age is counted from the newest shot: there is no clock here"


def test_an_old_habit_gives_way_to_a_new_one() -> None:
    old = replace(cell(60, -0.12, 0.05), quarter=-12)
    before = _speed_of(learn([old]))
    after = _speed_of(learn([old, cell(20, 0.02, 0.05)]))
    plain = _speed_of(learn([replace(old, quarter=0), cell(20, 0.02, 0.05)]))
    assert before < plain < -0.05
    assert after > -0.03


def test_faded_shots_still_tell_the_scatter() -> None:
    """Of a mixture of ages the variance is told without bias: 400 simulated books, half of the shots a year older."""
    rng = np.random.default_rng(11)
    told = []
    for _ in range(400):
        cells = []
        for quarter in (0, -4):
            y = rng.normal(0.0, 0.05 * 1.5, 30)
            w = 0.05**-2
            cells.append(
                Cell(
                    "speed",
                    "wedge",
                    "rough",
                    "splash",
                    30,
                    30 * w,
                    w * float(y.sum()),
                    w * float((y**2).sum()),
                    quarter,
                )
            )
        (one,) = fade(cells)
        spread = (one.squares - one.weighted**2 / one.weight) * one.as_many / one.counts
        told.append(spread / (one.as_many - 1.0))
    assert float(np.mean(told)) == pytest.approx(1.5**2, rel=0.03)


def _speed_of(learned: Learned) -> float:
    return sum(e.value for e in learned.effects if e.quantity == "speed")
