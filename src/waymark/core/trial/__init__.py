"""Trials: two or more set-ups against each other, in an order that drift cannot favour, judged by paired differences."""

from waymark.core.trial.clock import Begun, Phase, PhaseKind, Plan, Span, phase_of, spans_of
from waymark.core.trial.judge import Judged, judge
from waymark.core.trial.needed import pairs_needed, pairs_of, spread_of
from waymark.core.trial.plan import Balance, balance_of, plan_trial

__all__ = [
    "Balance",
    "Begun",
    "Judged",
    "Phase",
    "PhaseKind",
    "Plan",
    "Span",
    "balance_of",
    "judge",
    "pairs_needed",
    "pairs_of",
    "phase_of",
    "plan_trial",
    "spans_of",
    "spread_of",
]
