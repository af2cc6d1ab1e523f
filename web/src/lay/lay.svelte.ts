// What the parts of the Lay screen share: the cloth that is looked at, the hand, the search.
import { getContext, setContext } from 'svelte';

import { GET, Refused } from '../api/client';
import type {
  Finding,
  Inputs,
  Judged,
  LayItem,
  LayStage,
  Placement,
  Role,
  Searching,
} from '../api/types';
import { StageData, type MakingState } from '../making/making.svelte';
import { someOf, type Some } from '../parts/some';
import { here } from '../parts/session.svelte';
import { Hand } from './hand.svelte';
import { Seek, type Variant } from './seek.svelte';

interface Held {
  pins: readonly string[];
  cut: readonly string[];
  squared: boolean;
}

export class LayState {
  readonly hand: Hand;
  readonly seek: Seek;
  readonly stage: StageData<LayStage>;
  role = $state<Role | null>(null);
  pointed = $state.raw<Finding | null>(null);
  /** From the first round of a search to the last cloth put down: nothing else may be moved meanwhile. */
  laying = $state(false);

  constructor(readonly making: MakingState) {
    this.hand = new Hand(making);
    this.seek = new Seek(making);
    this.stage = new StageData<LayStage>(
      making,
      () => GET('/api/makings/{making_id}/lay', { params: { path: making.path } }),
      true,
    );
  }

  get lays() {
    return this.stage.value?.lays ?? [];
  }
  get lay() {
    return this.lays.find((each) => each.role === this.role) ?? this.lays[0] ?? null;
  }
  get inputs(): Inputs['lay'] {
    return this.making.inputs.lay;
  }
  itemOf = (key: string): LayItem | null =>
    this.lay?.items.find((item) => item.key === key) ?? null;
  /** The chosen piece where it lies, with the numbers and findings of where it is being held. */
  get chosen(): Judged | null {
    const { chosen, held, live, placed } = this.hand;
    const lying = chosen ? (placed[chosen] ?? null) : null;
    if (!lying || !live || held !== chosen) return lying;
    return { ...lying, numbers: live.numbers, findings: live.findings };
  }
  /** What is found now: of the piece in the hand, or of the whole cloth. */
  get findings(): readonly Finding[] {
    return this.hand.held && this.hand.live ? this.hand.live.findings : (this.lay?.findings ?? []);
  }
  /** Nudges in the reader's own unit: 1 mm and 1 cm, or a sixteenth and half an inch. */
  get nudges(): readonly [number, number] {
    return here.unit === 'cm' ? [1, 10] : [25.4 / 16, 12.7];
  }
  /** The cloth as it lies now, as a search is told. */
  get variant(): Variant {
    const { fold, role } = this.lay!;
    const depth = this.making.inputs.cloth.depths?.[role] ?? null;
    return { fold, depth, without: [], allowing: [] };
  }
  /** How far the pieces reach along the cloth (mm). */
  get used() {
    return Math.max(300, ...Object.values(this.hand.placed).map((judged) => judged.box[2]));
  }
  get placements(): Placement[] {
    return Object.values(this.hand.placed).map((judged) => judged.placement);
  }
  get pins(): readonly string[] {
    return this.inputs.pins[this.lay?.role ?? 'main'] ?? [];
  }
  get cut(): readonly string[] {
    return this.inputs.cut[this.lay?.role ?? 'main'] ?? [];
  }

  /** A search that went on while the page was loaded: it is looked at again. */
  async resume(compare: { follow: (going: Searching) => Promise<void> }) {
    try {
      const [going] = await this.seek.going();
      if (!going || this.laying) return;
      if (going.task.kind === 'lay' && !going.task.variants?.length)
        await this.layAll([going.role], going);
      else {
        this.role = going.role;
        await compare.follow(going);
      }
    } catch (problem) {
      this.making.complain(problem);
    }
  }

  /** `going`: one of them is searched for already. */
  async layAll(roles: Role[], going: Searching | null = null) {
    const looked = this.lay?.role ?? null;
    this.laying = true;
    try {
      for (const each of roles) {
        this.role = each;
        this.hand.choose(null);
        this.hand.role = each;
        const show = (placed: readonly Judged[]) => this.hand.show(each, placed);
        const found = await this.seek.run(each, show, going);
        if (!found) return;
        // Whoever began it, in another window, takes it over.
        if (going && (await this.making.look(), this.making.at !== going.at)) return;
        this.hand.role = each;
        // With how deep a part fold is in it, which its placements do not say.
        const body = { job: found.id, at: found.best_at ?? 0, option: false };
        const address = '/api/makings/{making_id}/lay/take';
        if (!(await this.making.edit(address, body))) return;
        if (found.sentence) this.making.complain(new Refused(String(found.sentence)));
      }
    } catch (problem) {
      this.making.complain(problem);
    } finally {
      if (looked && roles.includes(looked)) this.role = looked; // back to what was looked at
      this.laying = false;
    }
  }

  mend = async (finding: Finding) => {
    const item = finding.where?.piece;
    if (finding.fix === 'lay again' && this.lay) return this.layAll([this.lay.role]);
    if (item && finding.fix && finding.fix !== 'lay again') await this.hand.mend(item, finding.fix);
  };

  /** A piece from the tray onto the cloth: where it was let go, or behind the others. */
  async putOn(key: string, at: readonly [number, number] | null = null) {
    const [x, y] = at ?? [this.used + 10, 0];
    const over = this.itemOf(key)?.over ?? false;
    const placement = { item: key, x, y, turn: 0, over };
    if (await this.hand.bring(placement, at ? 'straighten' : 'move in')) this.hand.choose(key);
  }
  async takeOff(keys: readonly string[]) {
    const left = this.placements.filter((each) => !keys.includes(each.item));
    this.hand.choose(null);
    await this.hand.save(left);
  }

  /** What is pinned down, and what is cut already. */
  hold(some: Some<Held>) {
    const role = this.lay?.role ?? 'main';
    const held = ({ lay }: Inputs) => {
      const now: Held = {
        pins: lay.pins[role] ?? [],
        cut: lay.cut[role] ?? [],
        squared: lay.squared.includes(role),
      };
      const { pins, cut, squared } = { ...now, ...someOf(some, now) };
      return { role, pins: [...pins], cut: [...cut], squared };
    };
    return this.making.edit('/api/makings/{making_id}/lay/held', held);
  }

  /** Rules of the lay: what pieces may do, how stripes are matched, one way always. */
  rule(some: Some<Inputs['lay']>) {
    const body = ({ lay }: Inputs) => {
      const after = { ...lay, ...someOf(some, lay) };
      const { liberties, match, one_way, joins, elsewhere, narrow, scallop } = after;
      const { motifs_rule, off_grain } = after;
      return {
        liberties, match, one_way, joins, elsewhere, narrow, scallop, motifs_rule, off_grain,
      }; // prettier-ignore
    };
    return this.making.edit('/api/makings/{making_id}/lay/rules', body);
  }
}

const KEY = Symbol('lay');
export const provideLay = (lay: LayState) => setContext(KEY, lay);
export const theLay = () => getContext<LayState>(KEY);
