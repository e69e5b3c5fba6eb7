"""The Ride post: the last ride beside the one before, the one change to try next, trials judged, and what is due."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import ceil

from pydantic import BaseModel

from waymark.core.complaints import COMPLAINTS
from waymark.core.house import House
from waymark.core.link import CHANNEL_NAMES, CHANNEL_UNITS, Channel
from waymark.core.rides import GROUNDS, REGIONS, SEASONS, Ground, Region
from waymark.core.say import Count, Said, Words, say, with_semicolons, words
from waymark.core.trial import judge, pairs_needed, pairs_of, spread_of
from waymark.rooms.files import Facts
from waymark.rooms.house_rules import FollowUpLine
from waymark.rooms.posts.goal import CauseLine, causes_of, goal_contact, held_min
from waymark.rooms.posts.ride.looks import asked_about, before, latest
from waymark.rooms.posts.ride.state import Due, Ridden, RideState, Trial
from waymark.rooms.telling import Told

# So many changes are offered beside the first.
MORE_CHANGES = 4


class Figure(BaseModel):
    """A region on a ground: now and the ride before."""

    ground: Ground
    value: int | None
    was: int | None


class RegionRow(BaseModel):
    """A region over the grounds."""

    region: Region
    name: Told
    figures: list[Figure]


class SpotRow(BaseModel):
    """A place that hurts in the rider's record, before, after the ride before and after this one, 0 to 5."""

    what: str
    before: int | None
    was: int | None
    now: int | None


class SignOut(BaseModel):
    """A complaint or a sign that can be ticked of a ride, by name."""

    key: str
    name: Told


class RideTable(BaseModel):
    """The last ride."""

    ride: Ridden
    rows: list[RegionRow]
    spots: list[SpotRow]


class LogLine(BaseModel):
    """One line of the log, the newest first; ``id`` and ``kind`` name what it is of."""

    id: int
    kind: str
    on: str
    title: Told
    says: Told
    outcome: str


class PairOut(BaseModel):
    """One pair of runs."""

    a: float
    b: float


class Outcome(BaseModel):
    """One outcome of a trial of two: its pairs, second less first with its interval, and what that says.

    ``channel`` where it is measured, not rated.
    """

    name: Told
    channel: Channel | None
    unit: Told | None
    pairs: list[PairOut]
    mean: float | None
    least: float | None
    greatest: float | None
    says: Told
    more: Told | None


class Compared(BaseModel):
    """Two treatments of a trial against each other."""

    first: str
    second: str
    outcomes: list[Outcome]


class TrialOut(BaseModel):
    """A trial: its runs in order, how far it is, and each pair of treatments judged."""

    trial: Trial
    runs: list[str]
    done: int
    so_far: bool
    compared: list[Compared]


class GroundOut(BaseModel):
    """A kind of ground."""

    ground: Ground
    name: Told


class SeasonOut(BaseModel):
    """A change for the season or for form."""

    key: str
    name: Told
    change: Told
    why: Told


class RideView(BaseModel):
    """Everything the post shows."""

    last: RideTable | None
    on_pads: bool
    grounds: list[GroundOut]
    log: list[LogLine]
    causes: list[CauseLine]
    signs: list[SignOut]
    seasons: list[SeasonOut]
    waits: Told | None
    off_bike: list[Told]
    due: list[Due]
    follow_ups: list[FollowUpLine]
    trial: TrialOut | None
    older_trials: list[TrialOut]


def ride_view(facts: Facts) -> RideView:
    """What comes after the fit."""
    held = facts.part(RideState)
    trials = [_trial(t, facts.house) for t in sorted(held.trials, key=lambda t: (t.on, t.id), reverse=True)]
    return RideView(
        last=_table(facts),
        on_pads=goal_contact(facts).on_pads,
        grounds=[GroundOut(ground=g, name=name) for g, name in GROUNDS.items()],
        log=_log(facts),
        causes=_untried(facts)[: 1 + MORE_CHANGES],
        signs=[SignOut(key=key, name=it.name) for key, it in COMPLAINTS.items()],
        seasons=[SeasonOut(key=k, name=s.name, change=s.change, why=s.why) for k, s in SEASONS.items()],
        waits=_waits(held),
        off_bike=_off_bike(facts),
        due=sorted(held.due, key=lambda d: (d.done is not None, d.on, d.id)),
        follow_ups=[FollowUpLine(after=f.after, days=f.days) for f in facts.house.follow_ups],
        trial=trials[0] if trials else None,
        older_trials=trials[1:],
    )


def _untried(facts: Facts) -> list[CauseLine]:
    """Likely causes whose change was not made yet, whatever came of it."""
    made = {t.cause for t in facts.part(RideState).tried}
    return [c for c in causes_of(facts, asked_about(facts)) if not c.against and c.key not in made]


def _off_bike(facts: Facts) -> list[Said]:
    """What else may be behind what hurt, where it is not the position."""
    asked = [COMPLAINTS[name] for name in asked_about(facts) if name in COMPLAINTS]
    return list(dict.fromkeys(what for it in asked for what in it.off_bike))


def _table(facts: Facts) -> RideTable | None:
    ride = latest(facts)
    if ride is None:
        return None
    old = before(facts, ride)
    rows = []
    for region, name in REGIONS.items():
        now, was = ride.ratings.get(region, {}), old.ratings.get(region, {}) if old else {}
        figures = [Figure(ground=g, value=now.get(g), was=was.get(g)) for g in GROUNDS]
        rows.append(RegionRow(region=region, name=name, figures=figures))
    return RideTable(ride=ride, rows=rows, spots=_spots(facts, ride, old))


def _spots(facts: Facts, ride: Ridden, old: Ridden | None) -> list[SpotRow]:
    """The record's places, then those that were rated and are no longer in it."""
    record = {hurt.what: hurt.severity for hurt in facts.profile.hurts}
    names = list(dict.fromkeys([*record, *ride.spots]))
    was = old.spots if old else {}
    return [SpotRow(what=n, before=record.get(n), was=was.get(n), now=ride.spots.get(n)) for n in names]


def _waits(held: RideState) -> Said | None:
    """Why no other change is offered yet."""
    last = max(held.tried, key=lambda t: (t.on, t.id), default=None)
    if last is None or last.outcome or any(r.on >= last.on and r.id > last.id for r in held.rides):
        return None
    return say("The change of {day} has not been ridden yet: one change, then a ride.", day=Words(last.on))


def _held_words(minutes: float, asked: float | None) -> Said:
    """For how long the pads were held, against what the goal asks."""
    held = Count(round(minutes))
    if asked is None:
        return say("pads held {held} min", held=held)
    if minutes >= asked:
        return say("pads held {held} min, as long as the goal asks", held=held)
    return say("pads held {held} of the goal’s {asked} min", held=held, asked=Count(round(asked)))


def _log(facts: Facts) -> list[LogLine]:
    held = facts.part(RideState)
    lines = []
    for ride in held.rides:
        hours = words(f"{ride.hours:g} h") if ride.hours else None
        said = [] if ride.held_min is None else [_held_words(ride.held_min, held_min(facts))]
        said += [say("better: {words}", words=Words(ride.better))] if ride.better else []
        said += [say("worse: {words}", words=Words(ride.worse))] if ride.worse else []
        title = say("Ride, {hours}", hours=hours) if hours else say("Ride")
        told = with_semicolons(said) if said else say("nothing said")
        lines.append(LogLine(id=ride.id, kind="ride", on=ride.on, title=title, says=told, outcome=""))
    came = {
        "": say("to be ridden"),
        "kept": say("kept"),
        "put back": say("felt worse, put back: kept here as a result"),
    }
    for tried in held.tried:
        told, outcome = came[tried.outcome], tried.outcome
        lines.append(LogLine(id=tried.id, kind="change", on=tried.on, title=tried.said, says=told, outcome=outcome))
    for trial in held.trials:
        done = len(trial.ridden())
        told = say("{done} of {all} runs", done=Count(done), all=Count(len(trial.runs())))
        named = say("Trial, {differs}", differs=Words(trial.differs))
        lines.append(LogLine(id=trial.id, kind="trial", on=trial.on, title=named, says=told, outcome=""))
    return sorted(lines, key=lambda x: (x.on, x.id), reverse=True)


def _trial(trial: Trial, house: House) -> TrialOut:
    runs, done = trial.runs(), trial.ridden()
    pairs = [(a, b) for i, a in enumerate(trial.treatments) for b in trial.treatments[i + 1 :]]
    # Every comparison is one more chance of a false alarm.
    looks = (len(trial.outcomes) + len(trial.measured)) * len(pairs)
    seen = [_Seen(words(name), None, trial.results.get(name, {})) for name in trial.outcomes]
    seen = [*(_Seen(CHANNEL_NAMES[c], c, trial.means.get(c, {})) for c in trial.measured), *seen]
    compared = [
        Compared(first=a, second=b, outcomes=[_outcome(trial, it, (a, b), looks, house) for it in seen])
        for a, b in pairs
    ]
    so_far = len(done) < len(runs) and not trial.stopped
    return TrialOut(trial=trial, runs=runs, done=len(done), so_far=so_far, compared=compared)


@dataclass(frozen=True, slots=True)
class _Seen:
    """Something looked at in every run: its name, its channel where it is measured, what was found by run."""

    name: Said
    channel: Channel | None
    values: Mapping[int, float]


def _outcome(trial: Trial, it: _Seen, between: tuple[str, str], looks: int, house: House) -> Outcome:
    first, second = between
    pairs = pairs_of(trial.order(), it.values, first, second)
    unit = CHANNEL_UNITS[it.channel] if it.channel else None
    outcome = Outcome(
        name=it.name,
        channel=it.channel,
        unit=unit,
        pairs=[PairOut(a=a, b=b) for a, b in pairs],
        mean=None,
        least=None,
        greatest=None,
        says=say("{n} of 2 pairs yet", n=Count(len(pairs))),
        more=None,
    )
    if len(pairs) < 2:
        return outcome
    found = judge([(b, a) for a, b in pairs], outcomes=looks)
    says = {
        "a": say("{name} greater", name=Words(second)),
        "b": say("{name} greater", name=Words(first)),
        "no difference shown": say("no difference shown"),
    }[found.verdict]
    matters = house.trial_matters[it.channel] if it.channel else house.rating_matters
    more = _would_show(matters, pairs, trial, looks) if found.verdict == "no difference shown" else None
    fields = {
        "mean": found.mean_difference,
        "least": found.least,
        "greatest": found.greatest,
        "says": says,
        "more": more,
    }
    return outcome.model_copy(update=fields)


def _would_show(matters: float, pairs: list[tuple[float, float]], trial: Trial, looks: int) -> Said:
    """In how many pairs a difference that matters would show, as these scatter."""
    size = Count(matters)
    needed = pairs_needed(spread_of(pairs), matters, outcomes=looks)
    if needed is None:
        return say("a difference of {size} would not show in 200 pairs", size=size)
    # Each half of a block is a pair.
    blocks = ceil(needed / 2) - trial.blocks
    if blocks > 1:
        return say(
            "a difference of {size} would show in {n} pairs: {blocks} blocks more",
            size=size,
            n=Count(needed),
            blocks=Count(blocks),
        )
    if blocks == 1:
        return say("a difference of {size} would show in {n} pairs: 1 block more", size=size, n=Count(needed))
    if needed > len(pairs):
        return say("a difference of {size} would show in {n} pairs", size=size, n=Count(needed))
    return say("a difference of {size} would have shown", size=size)
