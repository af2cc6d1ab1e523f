// A list that comes in pages: the next is asked for when the end of the last comes into sight.
import { sentenceOf } from '../parts/problem';

interface Page<T> {
  rows: readonly T[];
  matching: number;
}

export class Pages<T extends { id: number }, Answer> {
  rows = $state.raw<readonly T[]>([]);
  /** How many there are in all; null until the first page is there. */
  matching = $state<number | null>(null);
  /** What else the newest answer says. */
  answer = $state.raw<Answer | null>(null);
  failed = $state('');
  private asked = 0;
  private busy = false;

  constructor(
    private readonly ask: (start: number) => Promise<Answer>,
    private readonly page: (answer: Answer) => Page<T>,
  ) {}

  get more(): boolean {
    return this.matching !== null && this.rows.length < this.matching;
  }

  /** From the beginning, as after a change or another search. */
  load = () => this.fetch(0);

  next = async () => {
    if (this.more && !this.busy) await this.fetch(this.rows.length);
  };

  private async fetch(start: number) {
    const mine = ++this.asked;
    this.busy = true;
    try {
      const answer = await this.ask(start);
      if (mine !== this.asked) return;
      const { rows, matching } = this.page(answer);
      const known = this.rows.map((row) => row.id);
      this.rows = start ? [...this.rows, ...rows.filter((row) => !known.includes(row.id))] : rows;
      // What was taken away elsewhere while scrolling must not make the end unreachable.
      this.matching = rows.length ? matching : this.rows.length;
      this.answer = answer;
      this.failed = '';
    } catch (problem) {
      if (mine === this.asked) this.failed = sentenceOf(problem);
    } finally {
      if (mine === this.asked) this.busy = false;
    }
  }
}
