// Where somebody is in table mode: which piece (or tool), which step of it, and what comes next. It goes on where it
// was left, on this screen or another.
import { keep, kept } from '../parts/onDevice';
import type { MakingState } from './making.svelte';
import { pieceOf, type Order, type Sheet, type Step } from './sheets';

export class TableRun {
  order = $state(0);
  private at = $state('');
  picked = $state<number | null>(null);

  readonly sheets = $derived.by(() => this.orders()[this.order]?.sheets ?? []);
  readonly here = $derived.by(() =>
    Math.max(
      0,
      this.sheets.findIndex((each) => each.id === this.at),
    ),
  );
  readonly sheet = $derived.by((): Sheet | undefined => this.sheets[this.here]);
  readonly next = $derived.by(
    () => this.sheet?.steps.findIndex((step) => !this.isDone(step)) ?? -1,
  );
  readonly index = $derived.by(() => this.picked ?? this.next);
  readonly step = $derived.by((): Step | undefined =>
    this.index >= 0 ? this.sheet?.steps[this.index] : undefined,
  );
  /** The piece in hand, by role and item. */
  readonly piece = $derived.by(() => (this.sheet ? pieceOf(this.sheet, this.step) : ''));
  private readonly all = $derived.by(() => this.sheets.flatMap((each) => each.steps));
  readonly count = $derived.by(() => this.all.length);
  readonly ticked = $derived.by(() => this.all.filter((step) => this.isDone(step)).length);
  readonly minutes = $derived.by(() =>
    Math.ceil(
      this.all.filter((step) => !this.isDone(step)).reduce((sum, each) => sum + each.minutes, 0),
    ),
  );
  readonly nextOpen = $derived.by(() =>
    [...this.sheets.slice(this.here + 1), ...this.sheets.slice(0, this.here)].find((each) =>
      this.open(each),
    ),
  );

  constructor(
    private readonly making: MakingState,
    private readonly stage: string,
    private readonly orders: () => readonly Order[],
  ) {
    this.order = Number(kept(`${this.name}/order`)) || 0;
    if (!this.orders()[this.order]) this.order = 0;
    this.begin();
  }

  isDone = (step: Step) => step.ticks.every((tick) => this.making.given.now(tick).state === 'done');
  open = (sheet: Sheet) => sheet.steps.some((step) => !this.isDone(step));

  /** Go by pieces or by tools: on with the first that is open. */
  choose(order: number) {
    this.order = order;
    keep(`${this.name}/order`, order);
    this.begin();
  }
  turn(id: string) {
    this.at = id;
    this.picked = null;
    keep(this.name, id);
  }
  beside(by: number) {
    const other = this.sheets[this.here + by];
    if (other) this.turn(other.id);
  }
  stepBy(by: number) {
    if (!this.sheet) return;
    const from = this.index < 0 ? this.sheet.steps.length : this.index;
    this.picked = Math.min(this.sheet.steps.length - 1, Math.max(0, from + by));
  }
  tick() {
    if (!this.step) return;
    const on = !this.isDone(this.step);
    const keys = this.step.ticks
      .filter((tick) => (this.making.given.now(tick).state === 'done') !== on)
      .map((tick) => tick.key);
    // What was picked out of order leads back to the first that is left.
    this.picked = on ? null : this.index;
    void this.making.tick(keys, on);
  }

  private begin() {
    const left = kept(this.name);
    this.picked = null;
    this.at =
      this.sheets.find((each) => each.id === left && this.open(each))?.id ??
      this.sheets.find(this.open)?.id ??
      this.sheets[0]?.id ??
      '';
  }
  private get name() {
    return `dove-tack/at-table/${this.making.id}/${this.stage}`;
  }
}
