import { describe, expect, it, vi } from 'vitest';

import type { Cloth, ClothCard, Cupboard } from '../api/types';
import { draftOf } from '../parts/drafts';
import { eachSignedIn, settle, show } from '../parts/mounting';
import ClothPage from './ClothPage.svelte';
import { ClothState } from './cloth.svelte';

const fresh = {
  name: '', fibre: 'cotton', width: 1400, selvedge: 10, owned: null, askew: 0, shrink_length: 0,
  shrink_width: 0, shrink_by: 'label', traits: [], unsure: [], nap: false, nap_unsure: false,
  stretch: 'none', weave: 'plain', care: 'unsure', prepared: [], flaws: [], motifs: [], remnant: null,
  border: 'none', repeat: { along: 0, across: 0, from_end: 0, from_edge: 0 }, colour: '#9aa4ad', note: '',
} as unknown as Cloth; // prettier-ignore
const answers = [
  { value: 'no', words: 'it holds' },
  { value: 'unsure', words: 'unsure' },
];
const choices = {
  fibres: ['wool', 'cotton'], weaves: ['plain', 'twill'], cares: ['unsure', 'dry'],
  traits: ['dark', 'light'], fresh,
  questions: [{ name: 'frays', ask: 'Do its threads come out?', how: 'Pull.', answers,
    careful: 'neatened first', costs: 'a little cloth' }],
} as unknown as Cupboard['choices']; // prettier-ignore
const figure = { name: 'width', value: 1380, text: '[[1380]]', working: [] };
const seen = {
  width: figure,
  lost: [figure, figure],
  figures: [],
  steps: [],
  answers: { frays: 'no' },
};
const unsure = { ...seen, answers: { frays: 'unsure' } };

eachSignedIn();

/** A cupboard that keeps what it is sent; a name of “Bad” is refused, and so is what another window changed to
 * something else (`elsewhere`). */
function cupboard(card: ClothCard | null = null, elsewhere: Partial<Cloth> = {}) {
  const sent: { method: string; path: string; body: Cloth; seen?: Cloth }[] = [];
  const changed = vi.fn(async () => undefined);
  vi.stubGlobal(
    'fetch',
    vi.fn(async (request: Request) => {
      const path = new URL(request.url).pathname;
      if (request.method === 'GET')
        return Response.json({ id: 5, cloth: { ...card!.cloth, ...elsewhere }, seen });
      const text = (await request.clone().json()) as Cloth & { cloth: Cloth; seen: Cloth };
      const body = request.method === 'PUT' ? text.cloth : (text as Cloth);
      sent.push({ method: request.method, path, body, seen: text.seen });
      if (request.method === 'PUT' && Object.keys(elsewhere).length) {
        const refused = {
          sentence: 'Something else was said of its width.',
          field: 'width',
          moved: true,
        };
        return Response.json({ refused });
      }
      if (body.name === 'Bad') {
        const refused = { sentence: 'That name is taken.', field: 'cloth.name' };
        return Response.json({ refused }, { status: 422 });
      }
      const then = sent.some((each) => each.path.endsWith('/answer')) ? unsure : seen;
      if (path.endsWith('/answer'))
        return Response.json({ ...(body as unknown as { cloth: Cloth }).cloth, traits: ['frays'] });
      return Response.json(path.endsWith('/look') ? then : { id: 5, cloth: body, seen: then });
    }),
  );
  return { sent, changed, cloth: new ClothState(card, choices, changed) };
}
const kept = (some: Partial<Cloth> = {}) =>
  ({ id: 5, cloth: { ...fresh, name: 'Drill', ...some }, seen }) as unknown as ClothCard;

describe('a cloth being written down', () => {
  it('only has its sums made until it has a name, and is kept with every fact from then on', async () => {
    const { cloth, sent, changed } = cupboard();
    await cloth.set({ width: 1300 });
    expect(await cloth.keep()).toBe(false);
    expect(cloth.at('name')).toContain('Give the cloth a name');
    await cloth.set({ name: 'Drill' });
    expect(await cloth.keep()).toBe(true);
    await cloth.set({ fibre: 'wool' });
    expect(sent.map(({ method, path }) => `${method} ${path.replace('/api/cupboard', '')}`)).toEqual([
      'POST /cloths/look', 'POST /cloths/look', 'POST /cloths/look', 'POST /cloths', 'PUT /cloths/5',
    ]); // prettier-ignore
    expect(sent.at(-1)!.body).toMatchObject({ name: 'Drill', width: 1300, fibre: 'wool' });
    expect(changed).toHaveBeenCalledTimes(2);
  });

  it('says what was refused at its field and keeps the rest; quick facts do not lose each other', async () => {
    const { cloth, sent } = cupboard(kept());
    expect(await cloth.set({ name: 'Bad' })).toBe(false);
    expect([cloth.at('name'), cloth.cloth.name]).toEqual(['That name is taken.', 'Drill']);
    await Promise.all([cloth.set({ width: 900 }), cloth.set({ selvedge: 8 })]);
    expect(sent.at(-1)!.body).toMatchObject({ width: 900, selvedge: 8 });
    expect(cloth.touched).toBe(true);
    expect(sent.at(-1)!.seen).toMatchObject({ width: 900, selvedge: 10 });
    await cloth.asItWas();
    expect(sent.at(-1)!.body).toMatchObject({ width: 1400, selvedge: 10 });
  });

  it('is shown as it is now where another window said something else of it', async () => {
    const { cloth } = cupboard(kept(), { width: 1120 });
    expect(await cloth.set({ width: 900 })).toBe(false);
    expect([cloth.at('width'), cloth.cloth.width]).toEqual([
      'Something else was said of its width.',
      1120,
    ]);
  });

  it('has an answer understood by the server, and keeps the name it had', async () => {
    const { cloth, sent } = cupboard();
    await cloth.answer('frays', 'yes');
    expect(sent.map(({ path }) => path.split('/').at(-1))).toEqual(['answer', 'look']);
    expect(sent[0]!.body).toMatchObject({
      name: 'frays',
      value: 'yes',
      cloth: { name: 'unnamed' },
    });
    expect([cloth.cloth.traits, cloth.cloth.name]).toEqual([['frays'], '']);
    expect([cloth.answered('frays'), cloth.answered('nap')]).toEqual(['unsure', '']);
  });

  it('takes flaws, a remnant’s outline and motifs from taps', async () => {
    const { cloth, sent } = cupboard(kept());
    await cloth.tap([5, 5]); // nothing is being set
    cloth.begin('flaw');
    for (const at of [[100.4, 50], [130, 50]] as const) await cloth.tap([...at]); // prettier-ignore
    await cloth.close(); // two points enclose nothing
    expect(sent).toEqual([]);
    await cloth.tap([120, -4]);
    await cloth.close();
    expect(cloth.cloth.flaws).toEqual([[[100, 50], [130, 50], [120, 0]]]); // prettier-ignore
    expect([cloth.setting, cloth.ring]).toEqual(['', []]);
    cloth.begin('motif');
    await cloth.tap([70, 80]);
    cloth.begin('motif'); // and again: put away
    await cloth.tap([90, 80]);
    expect(cloth.cloth.motifs).toEqual([[70, 80]]);
  });

  it('shows what being unsure costs', async () => {
    const { changed } = cupboard();
    vi.stubGlobal('ResizeObserver', class { observe() {} unobserve() {} disconnect() {} }); // prettier-ignore
    const view = show(ClothPage, { card: kept(), choices, part: 'handling', changed });
    const press = (words: string) =>
      [...view.querySelectorAll('button')].find((each) => each.textContent === words)!.click();
    expect(view.textContent).not.toContain('a little cloth');
    press('unsure');
    await settle();
    expect(view.textContent).toContain('It is neatened first. That costs a little cloth.');
    expect(view.querySelector('[aria-pressed=true]')?.textContent).toBe('unsure');
  });
});

describe('a cloth that is put in while its last number is still being read', () => {
  it('gets the number all the same', async () => {
    const { sent, cloth } = cupboard();
    await cloth.set({ name: 'Corduroy' });
    const keeping = cloth.keep();
    const measuring = cloth.set({ width: 1450 });
    await Promise.all([keeping, measuring]);
    const last = sent[sent.length - 1]!;
    expect(last).toMatchObject({ method: 'PUT', body: { name: 'Corduroy', width: 1450 } });
  });
});

describe('a cloth that was begun', () => {
  it('is still kept where the page goes away while an answer comes in', async () => {
    localStorage.clear();
    const state = new ClothState(null, choices, async () => undefined);
    const broken = () => {
      const body = new ReadableStream({ pull: (stream) => stream.error(new TypeError('gone')) });
      return Promise.resolve(
        new Response(body, { headers: { 'Content-Type': 'application/json' } }),
      );
    };
    vi.stubGlobal('fetch', vi.fn(broken));
    await state.set({ name: 'No, not this one' });
    expect(draftOf<Cloth>('cloth')?.name).toBe('No, not this one');
    expect(new ClothState(null, choices, async () => undefined).draft).toBe(true);
  });
});
