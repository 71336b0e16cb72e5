"""Answers of the core (radians, left positive) as contracts (degrees, right positive)."""

from __future__ import annotations

import math

from veltrin.core.geometry import Vec
from veltrin.core.hole import kind_named
from veltrin.core.methods import HAND_WORDS, Method, in_general
from veltrin.core.plan import Call, Harder, LedgerRow, Odds, Plan, Schools, Share, Spread, Swap
from veltrin.core.plan.target import Target
from veltrin.core.units import RAD_S_PER_RPM
from veltrin.service.contracts.methods import MethodOut, SchoolRowOut, SchoolsResponse
from veltrin.service.contracts.plan import (
    CallOut,
    CareOut,
    DetailOut,
    FaultOut,
    FellOutOut,
    GhostOut,
    HarderOut,
    LedgerRowOut,
    LedgersOut,
    OddsOut,
    PlanResponse,
    Points,
    SetupOut,
    ShareOut,
    SpreadOut,
    SwapOut,
    TargetOut,
)

deg = math.degrees


def points_out(points: Vec) -> Points:
    """Polyline with right positive, to the centimetre."""
    return [(round(float(x), 2), round(0.0 - float(y), 2) + 0.0, round(float(z), 2)) for x, y, z in points]


def rows_out(rows: tuple[LedgerRow, ...], sign: float = 1.0) -> list[LedgerRowOut]:
    """Core to contract; `sign` -1 turns left positive into right positive."""
    return [LedgerRowOut(words=r.words, value=sign * r.value + 0.0, total=r.total) for r in rows]


def _setup(call: Call) -> SetupOut:
    s = call.setup
    return SetupOut(
        ball_back_m=s.ball_back_m,
        stance_width_m=s.stance_width_m,
        stock_width_m=s.stock_width_m,
        lead_pct=100 * s.lead_share,
        stock_lead_pct=100 * s.stock_lead_share,
        shoulder_tilt_deg=deg(s.shoulder_tilt_rad),
        follow_share=s.follow_fall,
        grip_down_m=s.grip_down_m,
        posture_m=s.posture_m,
        lean_deg=deg(s.lean_rad),
        stock_lean_deg=deg(s.stock_lean_rad),
        open_deg=deg(s.open_rad),
        stance_deg=-deg(s.stance_rad),
        path_deg=-deg(s.path_rad),
        handle_deg=deg(s.handle_rad),
        low_point_m=s.low_point_m,
        uncorrected_low_point_m=s.uncorrected_low_point_m,
        arc_m=s.arc_m,
        attack_ground_deg=deg(s.attack_ground_rad),
        breastbone_m=s.breastbone_m,
        shaft_deg=deg(s.shaft_rad),
        hand=HAND_WORDS[s.hand],
        hinge=s.hinge,
        blow=s.blow,
        entry_m=s.entry_m,
        mark_m=s.mark_m,
        mark_depth_m=s.mark_depth_m,
        edge_m=s.edge_m,
        upright_early_m=s.upright_early_m,
        upright_thin=s.upright_thin,
        thin_above_m=s.thin_above_m,
    )


def _detail(call: Call) -> DetailOut | None:
    if call.detail is None:
        return None
    d, ghost = call.detail, call.detail.ghost
    return DetailOut(
        flight=points_out(d.flight),
        run=points_out(d.run),
        ledgers=LedgersOut(
            loft=rows_out(d.ledgers["loft"]),
            bounce=rows_out(d.ledgers["bounce"]),
            distance=rows_out(d.ledgers["distance"]),
            spin=rows_out(d.ledgers["spin"]),
            aim=rows_out(d.ledgers["aim"], sign=-1.0),
        ),
        ghost=GhostOut(
            carry_m=ghost.carry_m,
            total_m=ghost.total_m,
            apex_m=ghost.apex_m,
            delivered_loft_deg=deg(ghost.delivered_loft_rad),
            flight=points_out(ghost.flight),
            run=points_out(ghost.run),
        ),
        ends=[] if call.spread is None else [_end(x, y) for x, y in call.spread.ends[:ENDS_SHOWN]],
        outline=[] if call.spread is None else [_end(x, y) for x, y in call.spread.outline],
    )


ENDS_SHOWN = 100
"""Of the strikes of a scatter, so many are drawn: evenly spread, whatever their number."""


def _end(x: float, y: float) -> tuple[float, float]:
    return round(float(x), 2), round(0.0 - float(y), 2) + 0.0


def odds_out(odds: Odds) -> OddsOut:
    """Core to contract."""
    return OddsOut(
        clean_pct=100 * odds.clean,
        heavy_pct=100 * odds.heavy,
        thin_pct=100 * odds.thin,
        early_m=odds.early_m,
        deep_m=odds.deep_m,
        high_m=odds.high_m,
    )


def _share(share: Share) -> ShareOut:
    kind = kind_named(share.kind)
    return ShareOut(kind=share.kind, words=kind.words, pct=100 * share.share, is_trouble=kind.trouble)


def _target(target: Target) -> TargetOut:
    return TargetOut(
        name=target.name,
        x_m=target.x_m,
        y_m=0.0 - target.y_m,
        distance_m=target.distance_m,
        bearing_deg=0.0 - deg(target.bearing_rad),
    )


def _spread(spread: Spread | None) -> SpreadOut | None:
    if spread is None:
        return None
    return SpreadOut(
        strikes=spread.strikes,
        short_m=spread.short_m,
        long_m=spread.long_m,
        left_m=0.0 - spread.left_m,
        right_m=0.0 - spread.right_m,
        leave80_m=spread.leave80_m,
        shares=[_share(s) for s in spread.shares],
        next_putt_pct=100 * spread.next_putt,
        again_pct=100 * spread.again,
        bad_pct=100 * spread.bad,
        worst_along_m=spread.worst_along_m,
        worst_across_m=0.0 - spread.worst_across_m,
        worst_is=spread.worst_is,
    )


def faults_out(faults: tuple[tuple[str, str], ...]) -> list[FaultOut]:
    """Core to contract."""
    return [FaultOut(fault=fault, cure=cure) for fault, cure in faults]


def call_out(call: Call) -> CallOut:
    """Core to contract."""
    return CallOut(
        id=call.id,
        club_id=call.club_id,
        club_name=call.club_name,
        method_id=call.method_id,
        method_name=call.method_name,
        school=call.school,
        way=call.way,
        swing=call.swing,
        swing_words=call.swing_words,
        aim_deg=0.0 - deg(call.aim_rad),
        aim_offset_m=0.0 - call.aim_offset_m,
        start_deg=0.0 - deg(call.start_rad),
        carry_m=call.carry_m,
        run_m=call.run_m,
        total_m=call.total_m,
        offline_m=0.0 - call.offline_m,
        apex_m=call.apex_m,
        descent_deg=deg(call.descent_rad),
        launch_deg=deg(call.launch_rad),
        ball_speed_m_s=call.ball_speed_m_s,
        club_speed_m_s=call.club_speed_m_s,
        spin_rpm=call.spin_rad_s / RAD_S_PER_RPM,
        flight_s=call.flight_s,
        plays_from_m=call.plays_from_m,
        plays_as_m=call.plays_as_m,
        drift_m=0.0 - call.drift_m,
        blown_m=call.blown_m,
        delivered_loft_deg=deg(call.delivered_loft_rad),
        effective_bounce_deg=deg(call.effective_bounce_rad),
        leave_m=call.leave_m,
        target=_target(call.target),
        past_m=call.past_m,
        trouble_deg=0.0 - deg(call.trouble_rad),
        strokes=call.strokes,
        score=call.score,
        full_speed_m_s=call.full_speed_m_s,
        difficulty=call.difficulty,
        miss=call.miss,
        wins_when=call.wins_when,
        source=call.source,
        cautions=list(call.cautions),
        key_words=list(call.key_words),
        faults=faults_out(call.faults),
        finish=call.finish,
        pinned=call.pinned,
        odds=odds_out(call.odds),
        spread=_spread(call.spread),
        setup=_setup(call),
        detail=_detail(call),
    )


def _swap(swap: Swap | None) -> SwapOut | None:
    if swap is None:
        return None
    return SwapOut(
        from_club=swap.from_club,
        to_club=swap.to_club,
        loft_level_deg=deg(swap.loft_level_rad),
        loft_kept_deg=deg(swap.loft_kept_rad),
        loft_swapped_deg=deg(swap.loft_swapped_rad),
        level_total_m=swap.level_total_m,
        kept_total_m=swap.kept_total_m,
        swapped_total_m=swap.swapped_total_m,
    )


def _harder(harder: Harder | None) -> HarderOut | None:
    if harder is None:
        return None
    return HarderOut(
        call_id=harder.call_id,
        faster_pct=100 * harder.faster,
        spin_rpm=harder.spin_rad_s / RAD_S_PER_RPM,
        apex_m=harder.apex_m,
        carry_m=harder.carry_m,
        still_carry_m=harder.still_carry_m,
    )


def plan_out(plan: Plan) -> PlanResponse:
    """Core to contract."""
    return PlanResponse(
        calls=[call_out(c) for c in plan.calls],
        first_id=plan.first_id,
        second_id=plan.second_id,
        safe_id=plan.safe_id,
        direct_id=plan.direct_id,
        escape_id=plan.escape_id,
        has_risk=any(c.spread is not None for c in plan.calls),
        fell_out=[
            FellOutOut(
                club_id=f.club_id,
                club_name=f.club_name,
                method_id=f.method_id,
                method_name=f.method_name,
                reason=f.reason,
                was_tried=f.was_tried,
                short_m=f.short_m,
                need_m_s=f.need_m_s,
                has_m_s=f.has_m_s,
            )
            for f in plan.fell_out
        ],
        swap=_swap(plan.swap),
        harder=_harder(plan.harder),
        kept_club_id=plan.kept_club_id,
        care=[CareOut(kind=n.kind, words=n.words, rule=n.rule) for n in plan.care],
    )


def method_out(method: Method, *, left_handed: bool = False) -> MethodOut:
    """Core to contract, told for one hand."""
    method = in_general(method, left_handed=left_handed)
    return MethodOut(
        id=method.id,
        name=method.name,
        family=method.family,
        school=method.school,
        way=method.way,
        blow=method.blow,
        hand=HAND_WORDS[method.hand],
        hinge=method.hinge,
        difficulty=method.difficulty,
        key_words=list(method.key_words),
        faults=faults_out(method.faults),
        miss=method.miss,
        wins_when=method.wins_when,
        source=method.source,
        cautions=list(method.cautions),
    )


def schools_out(schools: Schools) -> SchoolsResponse:
    """Core to contract."""
    return SchoolsResponse(
        rows=[
            SchoolRowOut(method_id=r.method_id, call=None if r.call is None else call_out(r.call), reason=r.reason)
            for r in schools.rows
        ]
    )
