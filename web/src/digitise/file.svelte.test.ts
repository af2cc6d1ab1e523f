// What of a file is wanted: sizes and pieces, and what is sent when they are taken.
import { describe, expect, it, vi } from 'vitest';

import type { ReadFile } from '../api/types';
import { FileOfferState } from './file.svelte';
import type { PatternState } from './pattern.svelte';

const piece = (id: number, sizes: string[]) => ({ inputs: { id }, taken_sizes: sizes });
const read = {
  key: 'k',
  offer: {
    pages: [],
    sizes: [{ name: '36' }, { name: '38' }],
    pieces: [piece(1, ['36', '38']), piece(2, ['38'])],
  },
} as unknown as ReadFile;

async function chosen(id = 1) {
  const take = vi.fn(async (what: () => unknown) => void what());
  const pattern = { id, take } as unknown as PatternState;
  vi.stubGlobal(
    'fetch',
    vi.fn(async () => new Response(JSON.stringify(read))),
  );
  const file = FileOfferState.of(pattern);
  await file.choose(new File(['%PDF'], 'blouse.pdf'));
  return { file, take, pattern };
}

describe('a file that was read', () => {
  it('is wanted whole at first, and never without any size', async () => {
    const { file } = await chosen();
    expect(file.sizes).toEqual({ '36': '36', '38': '38' });
    expect(file.wanted).toEqual([1, 2]);
    file.only('36');
    expect(file.wanted).toEqual([1]); // the other piece does not come in it
    file.want('36', false);
    expect(Object.keys(file.sizes)).toEqual(['36']);
    file.all();
    file.want('36', false);
    expect(Object.keys(file.sizes)).toEqual(['38']);
    file.toggle(1);
    expect(file.wanted).toEqual([2]);
  });

  it('is taken once it is said what its lines show', async () => {
    const { file, take } = await chosen(2);
    expect(await file.take()).toBe(false);
    expect(take).not.toHaveBeenCalled();
    file.traced = 'cutting';
    file.sizes['38'] = 'M';
    file.say(1, { name: 'Front' });
    for (const mark of ['dot 1', 'dot 2', 'dot 1']) file.mark(1, mark);
    expect(await file.take()).toBe(true);
    expect(take.mock.calls[0]![0]()).toEqual({
      key: 'k',
      pieces: [1, 2],
      sizes: { '36': '36', '38': 'M' },
      traced: 'cutting',
      said: { 1: { name: 'Front', cut: null, left: ['dot 2'] } },
      under: true,
    });
  });

  it('is still there when the page is come back to, and its unit is asked again', async () => {
    const { file } = await chosen(3);
    file.only('38');
    const again = FileOfferState.of({ id: 3 } as PatternState);
    expect(again.sizes).toEqual({ '38': '38' });
    await again.measure(25.4);
    expect(vi.mocked(fetch).mock.calls.at(-1)![0]).toMatch(
      /^\/api\/drawn-files\/3\?name=[0-9a-z]{8,40}&unit=25\.4$/,
    );
    expect(again.sizes).toEqual({ '38': '38' });
  });

  it('can be stopped while it is read, by the name it is read under', async () => {
    const { file } = await chosen(5);
    let answered: (answer: Response) => void = () => {};
    vi.mocked(fetch).mockImplementationOnce(() => new Promise((done) => (answered = done)));
    const reading = file.choose(new File(['%PDF'], 'long.pdf'));
    const name = file.reading;
    expect(name).not.toBe('');
    await file.stop();
    const sent = vi.mocked(fetch).mock.calls.at(-1)![0] as Request;
    expect([sent.method, new URL(sent.url).pathname]).toEqual([
      'DELETE',
      `/api/drawn-files/reading/${name}`,
    ]);
    const refused = { refused: { sentence: 'Reading was stopped.', field: 'stopped' } };
    answered(new Response(JSON.stringify(refused)));
    await reading;
    expect([file.problem, file.reading, file.busy]).toEqual(['Reading was stopped.', '', '']);
    expect(file.name).toBe('blouse.pdf');
  });

  it('says what is wrong with it and keeps what was there', async () => {
    const { file } = await chosen(4);
    const refused = { refused: { sentence: 'This file is empty.', field: 'file' } };
    vi.mocked(fetch).mockResolvedValue(new Response(JSON.stringify(refused)));
    await file.choose(new File([''], 'nothing.pdf'));
    expect(file.problem).toBe('This file is empty.');
    expect(file.name).toBe('blouse.pdf');
    expect(file.busy).toBe('');
  });
});
