"""Measures the search for lays: ``./bench lay [--reference] [--unseen] [--record]``."""

import json
from dataclasses import dataclass
from pathlib import Path
from statistics import mean
from time import perf_counter

from craft.nest.fold_line import fold_line_bound
from craft.nest.nesting import nest
from craft.nest.problem import Nested
from tools.lay_bench.instances import Instance, given
from tools.lay_bench.made import growth, unseen
from tools.lay_bench.verify import faults
from tools.verdict import met

SECONDS = 5.0
RECORDS = Path(__file__).parent / "records.json"
RECORD_RUNS, RECORD_SECONDS = 10, 60.0
REFERENCE_SECONDS = 60
# Folded lengths (mm) of a feasibility study, from the README beside the instances.
STUDY = {"1_waistcoat": 678.0, "3_shirt": 1506.0, "5_child3": 2674.0, "6_coat_nap": 2242.0}


@dataclass(frozen=True)
class Run:
    """One search: when its first lay came and how long it was, when the first compact one, the best,
    what verification says of every lay reported, how long stopping took."""

    first: float
    first_length: float
    best: Nested
    wrong: int
    lays: int
    over: float


def run(instance: Instance, seconds: float, seed: int) -> Run:
    """Search for so many seconds and verify every lay that was reported."""
    problem = instance.problem()
    begun = perf_counter()
    times: list[float] = []
    found: list[Nested] = []
    for lay in nest(problem, seed=seed, keep_going=lambda: perf_counter() - begun < seconds):
        times.append(perf_counter() - begun)
        found.append(lay)
    over = perf_counter() - begun - seconds
    wrong = sum(1 for lay in found if faults(problem, lay))
    return Run(times[0], found[0].length, found[-1], wrong, len(found), over)


def bench_lay(*, reference: bool, others: bool, record: bool) -> None:
    """Print the tables; with ``record`` first make the records to beat anew."""
    Path("/proc/self/clear_refs").write_text("5")  # what was measured before may have held more
    warm()
    records = json.loads(RECORDS.read_text()) if RECORDS.exists() else {}
    if record:
        records = make_records(records)
    print(f"Single layer, {SECONDS:g} s on two threads")
    single(given(("single",)), reference)
    if others:
        print("\nGarments not tuned on, single layer")
        single(unseen(("single",)), reference)
    print(f"\nFolded lengthwise, {SECONDS:g} s")
    folded(given(("folded",)), records)
    if others:
        folded(unseen(("folded",)), records)
    print("\nBoth selvedges to the middle, where every piece fits a lane")
    for instance in given(("middle",)):
        if all(instance.problem().parts):
            result = run(instance, SECONDS, 1)
            print(f"{instance.name:<24} best {result.best.length / 10:7.2f} cm   {said(result)}")
    print("\nGrowth, single layer")
    for instance in growth():
        result = run(instance, SECONDS, 1)
        print(
            f"{instance.name:<24} first lay {result.first * 1000:6.0f} ms "
            f"{result.first_length / 10:7.1f} cm   in {SECONDS:g} s {result.best.length / 10:7.1f} cm"
            f"   area bound {area_bound(instance):7.1f}   {said(result)}"
        )  # fmt: skip
    repeatable()
    lines = Path("/proc/self/status").read_text().splitlines()
    used = next(int(each.split()[1]) for each in lines if each.startswith("VmHWM:")) / 1024
    print(f"greatest memory {used:.0f} MB (< 600 {met('memory of the search', used < 600)})")


def warm() -> None:
    """A worker is warm before it is measured: everything compiled is loaded once."""
    for instance in given()[::3]:
        for _ in nest(instance.problem(), rounds=1):
            pass


def single(instances: list[Instance], reference: bool) -> None:
    """Ours after five seconds beside the packer's sixty."""
    ratios = []
    for instance in instances:
        result = run(instance, SECONDS, 1)
        line = (
            f"{instance.name:<24} area bound {area_bound(instance):7.1f}   first "
            f"{result.first * 1000:5.0f} ms {result.first_length / 10:7.1f}   best "
            f"{result.best.length / 10:7.2f} cm"
        )  # fmt: skip
        if reference:
            from tools.lay_bench.reference import packed_length

            packed = packed_length(instance.problem(), REFERENCE_SECONDS, 1)
            ratios.append(result.best.length / packed)
            line += f"   packer {packed / 10:7.2f}   ratio {ratios[-1]:.4f}"
        print(f"{line}   {said(result)}", flush=True)
    if ratios:
        worst, middle = max(ratios), mean(ratios)
        by_mean = verdict("mean against the packer", middle, 1.01)
        by_worst = verdict("worst against the packer", worst, 1.03)
        print(f"{'':<24} mean {middle:.4f} {by_mean}   worst {worst:.4f} {by_worst}")


def folded(instances: list[Instance], records: dict[str, float]) -> None:
    """Ours after five seconds beside the study, the record, and what the fold line asks."""
    for instance in instances:
        result = run(instance, SECONDS, 1)
        length = result.best.length
        line = f"{instance.name:<24} best {length / 10:7.2f} cm"
        if instance.name in STUDY:
            share = length / STUDY[instance.name]
            held = verdict(f"{instance.name} against the study", share, 1.0)
            line += f"   study {STUDY[instance.name] / 10:6.1f} {share:.4f} {held}"
        if instance.key in records:
            share = length / records[instance.key]
            held = verdict(f"{instance.name} against its record", share, 1.01)
            line += f"   record {records[instance.key] / 10:7.2f} {share:.4f} {held}"
        line += f"   fold edges {instance.fold_bound() / 10:6.1f}"
        line += f"   fold line {fold_line_bound(instance.problem()) / 10:6.1f}"
        print(f"{line}   {said(result)}", flush=True)


def repeatable() -> None:
    """Same seed and same rounds: same lay, to the last digit."""
    for instance in given(("single",))[:2]:
        one, two = ([*nest(instance.problem(), seed=7, rounds=2)][-1] for _ in range(2))
        same = one.poses == two.poses and (one.at == two.at).all()
        verdict_ = met(f"{instance.name} again", bool(same))
        print(f"{instance.name}: same seed, same rounds, same lay: {verdict_}")


def make_records(records: dict[str, float]) -> dict[str, float]:
    """The best of ten long runs with different seeds, kept as what is to be beaten."""
    for instance in given(("folded",)):
        lengths = []
        for seed in range(1, RECORD_RUNS + 1):
            result = run(instance, RECORD_SECONDS, 100 + seed)
            assert not result.wrong
            lengths.append(result.best.length)
            print(f"{instance.key} seed {100 + seed}: {lengths[-1] / 10:.2f} cm", flush=True)
        records[instance.key] = min([*lengths, records.get(instance.key, 1e9)])
        RECORDS.write_text(json.dumps(records, indent=1) + "\n")
    return records


def area_bound(instance: Instance) -> float:
    """Area over width (cm)."""
    problem = instance.problem()
    return problem.area() / problem.height / 10


def said(result: Run) -> str:
    """What verification found, and how soon the search ended."""
    sound = met("a lay that verification refuses", not result.wrong)
    good = f"{result.lays} lays verified {sound}"
    return f"{good}, over by {result.over * 1000:.0f} ms"


def verdict(name: str, value: float, bar: float) -> str:
    """Whether a bar holds."""
    return f"(<= {bar:g} {met(name, value <= bar + 5e-5)})"
