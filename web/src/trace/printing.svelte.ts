// What is to be printed: the page, the layers, the pieces; and what comes back from the server.
import { data, GET } from '../api/client';
import type { SheetStage } from '../api/types';
import type { MakingState } from '../making/making.svelte';
import { sentenceOf } from '../parts/problem';

export const LAYERS = ['cutting', 'stitching', 'marks', 'label'] as const;
export type PageKind = SheetStage['plan']['choice']['page'];

export class Printing {
  page = $state<PageKind>('A4');
  rollWidth = $state(914);
  layers = $state<string[]>([...LAYERS]);
  /** Numbers left out. */
  without = $state<number[]>([]);
  value = $state.raw<SheetStage | null>(null);
  refused = $state('');
  /** The address of a sheet from the stand-in printer that lies on the board; '' for none. */
  sheet = $state('');

  constructor(readonly making: MakingState) {}

  /** The choice as the server's addresses take it. */
  query(numbers: readonly number[]) {
    return {
      page: this.page,
      roll_width: this.rollWidth,
      layers: this.layers.join(','),
      pieces: this.without.length
        ? numbers.filter((number) => !this.without.includes(number)).join(',') || '0'
        : '',
    };
  }

  address(file: string, numbers: readonly number[], more: Record<string, string | number> = {}) {
    const all = { ...this.query(numbers), ...more };
    const query = Object.entries(all)
      .map(([name, value]) => `${name}=${encodeURIComponent(value)}`)
      .join('&');
    return `/api/makings/${this.making.id}/${file}?${query}`;
  }

  private asked = 0;

  async load(numbers: readonly number[]) {
    const mine = ++this.asked;
    try {
      const value = await data(
        GET('/api/makings/{making_id}/sheets', {
          params: { path: this.making.path, query: this.query(numbers) },
        }),
      );
      if (mine !== this.asked) return;
      this.value = value;
      this.refused = '';
    } catch (problem) {
      if (mine === this.asked) this.refused = sentenceOf(problem);
    }
  }
}
