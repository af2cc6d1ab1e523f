// Which way is to be tried on a scrap before a cloth is marked.
import type { MarkStage, Role } from '../api/types';
import type { MakingState } from '../making/making.svelte';
import { capital, untried } from './sheets';

export interface Trial {
  role: Role;
  cloth: string;
  code: string;
  words: string;
}

export class Trials {
  /** Cloths that are marked without. */
  private passed = $state<Role[]>([]);

  constructor(private readonly making: MakingState) {}

  /** The next way to try before the marks of a list are made; null once the cloth is begun, or all is tried. */
  next(stage: MarkStage, list: string): Trial | null {
    const role = list.split('/')[0] as Role;
    const cloth = this.making.inputs.cloth.cloths?.[role]?.name ?? '';
    const tests = (this.making.inputs.mark.tests ?? []).filter((test) => test.cloth === cloth);
    const [left] = untried(stage, role, tests);
    if (!left || this.passed.includes(role) || this.begun(stage, role)) return null;
    const words = `${capital(left.way)}${left.colour ? `, ${left.colour}` : ''}`;
    return { role, cloth, code: left.code, words };
  }

  pass(trial: Trial) {
    this.passed = [...this.passed, trial.role];
  }

  private begun(stage: MarkStage, role: Role): boolean {
    return stage.marking.lists.some(
      (each) =>
        each.role === role &&
        each.items.some(
          (item) => item.side !== 'edge' && this.making.given.now(item.tick).state === 'done',
        ),
    );
  }
}
