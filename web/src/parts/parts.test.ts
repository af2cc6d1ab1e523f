import { createRawSnippet, flushSync } from 'svelte';
import { describe, expect, it, vi } from 'vitest';

import { Refused } from '../api/client';
import CheckBox from './CheckBox.svelte';
import Choice from './Choice.svelte';
import FigureLine from './FigureLine.svelte';
import FindingList from './FindingList.svelte';
import LengthField from './LengthField.svelte';
import { complaintOf, NOT_DONE, sentenceOf } from './problem';
import { eachSignedIn, settle, show, signIn } from './mounting';
import Thumbnail from './Thumbnail.svelte';
import TickBox from './TickBox.svelte';
import TickRow from './TickRow.svelte';

eachSignedIn();

describe('a figure', () => {
  const figure = {
    name: 'to buy',
    value: 1100,
    text: '[[1100|cloth]]',
    working: ['[[15]] × 2 = [[30]]'],
  };

  it('shows its number and its working in the reader’s unit', () => {
    const view = show(FigureLine, { figure });
    expect(view.querySelector('strong')?.textContent).toBe('1.10 m');
    expect(view.querySelector('li')?.textContent).toBe('1.5 cm × 2 = 3 cm');
    signIn({ unit: 'in' });
    flushSync();
    expect(view.querySelector('strong')?.textContent).toBe('1 1/4 yd');
    expect(view.querySelector('li')?.textContent).toBe('0.591 in × 2 = 1.181 in');
  });

  it('has nothing to open when there is no working', () => {
    const view = show(FigureLine, { figure: { ...figure, working: [] } });
    expect(view.querySelector('details')).toBeNull();
  });
});

describe('findings', () => {
  const finding = {
    weight: 'fault',
    what: 'Front (1) hangs [[20]] over the cut end.',
    because: 'That part would be missing.',
    mend: 'Move it in.',
    fix: 'move in',
    where: { piece: '1.1', edge: '', mark: '', cloth: 'main', outline: [] },
  };

  it('names its weight in words and offers the mend', () => {
    const mend = vi.fn();
    const view = show(FindingList, {
      findings: [finding],
      mend,
      offers: { 'move in': 'Move it in' },
    });
    expect(view.querySelector('li')?.textContent).toContain('fault');
    expect(view.textContent).toContain('hangs 2 cm over');
    view.querySelector('button')?.click();
    expect(mend).toHaveBeenCalledWith(finding);
  });

  it('says how to mend it where nothing can be offered', () => {
    const view = show(FindingList, { findings: [finding] });
    expect(view.querySelector('button')).toBeNull();
    expect(view.textContent).toContain('Move it in.');
  });

  it('shows its place by focus and by tap, not by pointing alone', () => {
    const point = vi.fn();
    const view = show(FindingList, {
      findings: [finding, { ...finding, what: 'Another.' }],
      point,
    });
    const [first, second] = view.querySelectorAll('button');
    first!.dispatchEvent(new FocusEvent('focus'));
    expect(point).toHaveBeenLastCalledWith(finding);
    first!.dispatchEvent(new FocusEvent('blur'));
    expect(point).toHaveBeenLastCalledWith(null);
    second!.click();
    expect(point.mock.lastCall?.[0].what).toBe('Another.');
    flushSync();
    expect(second!.getAttribute('aria-pressed')).toBe('true');
    // What is tapped stays lit when something else was only looked at, until it is tapped again.
    first!.dispatchEvent(new FocusEvent('focus'));
    first!.dispatchEvent(new FocusEvent('blur'));
    expect(point.mock.lastCall?.[0].what).toBe('Another.');
    second!.click();
    expect(point).toHaveBeenLastCalledWith(null);
  });

  it('is not there at all without findings', () => {
    expect(show(FindingList, { findings: [] }).querySelector('ul')).toBeNull();
  });
});

describe('a tick', () => {
  it('that no longer holds says why and is given again', () => {
    const toggle = vi.fn();
    const tick = { state: 'look', why: 'Length was as drawn, now [[15]] at the waist.' };
    const view = show(TickBox, { tick, label: 'Front is traced', toggle });
    expect(view.textContent).toContain('now 1.5 cm at the waist');
    const box = view.querySelector('input')!;
    expect(box.indeterminate).toBe(true);
    box.click();
    expect(toggle).toHaveBeenCalledWith(true);
  });

  it('that holds is taken back', () => {
    const toggle = vi.fn();
    const view = show(TickBox, { tick: { state: 'done', why: '' }, label: 'x', toggle });
    view.querySelector('input')!.click();
    expect(toggle).toHaveBeenCalledWith(false);
  });
});

describe('a length field', () => {
  function answer(body: unknown) {
    const asked = vi.fn(
      async (request: Request) =>
        request.method === 'POST' &&
        new Response(JSON.stringify(body), { headers: { 'Content-Type': 'application/json' } }),
    );
    vi.stubGlobal('fetch', asked);
    return asked;
  }

  function type(view: HTMLElement, text: string) {
    const field = view.querySelector('input')!;
    field.value = text;
    field.dispatchEvent(new Event('input', { bubbles: true }));
    field.dispatchEvent(new Event('change', { bubbles: true }));
    return field;
  }

  it('hands over what the server has read', async () => {
    const asked = answer({ mm: 38.1 });
    const set = vi.fn();
    const view = show(LengthField, { label: 'bust', mm: 920, set });
    expect(view.querySelector('input')?.value).toBe('92 cm');
    type(view, '1 1/2"');
    await settle();
    expect(set).toHaveBeenCalledWith(38.1);
    expect(await asked.mock.calls[0]?.[0].json()).toEqual({
      text: '1 1/2"',
      unit: 'cm',
      signed: false,
    });
  });

  it('keeps what was typed and says what is wrong with it', async () => {
    answer({ refused: { sentence: '“wide” is not a length.', field: '', moved: false } });
    const set = vi.fn();
    const view = show(LengthField, { label: 'bust', mm: 920, set });
    const field = type(view, 'wide');
    await settle();
    expect(set).not.toHaveBeenCalled();
    expect(field.value).toBe('wide');
    expect(view.querySelector('[role=alert]')?.textContent).toBe('“wide” is not a length.');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));
    flushSync();
    expect(field.value).toBe('92 cm');
    expect(view.querySelector('[role=alert]')).toBeNull();
  });

  it('may be emptied only where that means something', async () => {
    answer({ mm: 1 });
    const set = vi.fn();
    type(show(LengthField, { label: 'bust', mm: 920, set, empty: true }), ' ');
    await settle();
    expect(set).toHaveBeenCalledWith(null);
    const needed = vi.fn();
    const view = show(LengthField, { label: 'gap', mm: 3, set: needed });
    type(view, '');
    await settle();
    expect(needed).not.toHaveBeenCalled();
    expect(view.querySelector('[role=alert]')?.textContent).toBe('Enter a length.');
  });
});

describe('a thumbnail', () => {
  it('draws every piece and is named', () => {
    const drawing = {
      width: 100,
      height: 50,
      rings: [
        [
          [0, 0],
          [10, 0],
          [10, 10],
        ],
        [
          [20, 0],
          [30, 0],
          [30, 10],
        ],
      ],
    };
    const view = show(Thumbnail, { drawing, label: 'Pieces of a sash' });
    expect(view.querySelectorAll('polygon')).toHaveLength(2);
    expect(view.querySelector('svg')?.getAttribute('aria-label')).toBe('Pieces of a sash');
  });
});

describe('a choice', () => {
  it('hands over the value of what is chosen, numbers as numbers', () => {
    const set = vi.fn();
    const options = [
      { value: 0, name: 'nobody yet' },
      { value: 7, name: 'Pip' },
    ];
    const view = show(Choice, { label: 'For whom', value: 0, options, set });
    const select = view.querySelector('select')!;
    expect(view.querySelector('label')?.textContent).toContain('For whom');
    select.selectedIndex = 1;
    select.dispatchEvent(new Event('change', { bubbles: true }));
    expect(set).toHaveBeenCalledWith(7);
    expect([...select.options].map((option) => option.text)).toEqual(['nobody yet', 'Pip']);
  });
});

describe('a check box', () => {
  it('says on or off, and nothing when it is barred', () => {
    const set = vi.fn();
    const view = show(CheckBox, { label: 'opened out', checked: false, set, note: '4 cm' });
    view.querySelector('input')!.click();
    expect(set).toHaveBeenCalledWith(true);
    expect(view.textContent).toContain('opened out 4 cm');
    const barred = show(CheckBox, { label: 'x', checked: true, set, disabled: true });
    barred.querySelector('input')!.click();
    expect(set).toHaveBeenCalledTimes(1);
  });
});

describe('a problem', () => {
  it('is told in the refusal’s words and the reader’s unit; anything else in a fixed sentence', () => {
    signIn({ unit: 'in' });
    expect(sentenceOf(new Refused('The hem is [[25.4]] short.'))).toBe('The hem is 1 in short.');
    expect(complaintOf(new Refused('Too wide.', 'keep.box'))).toEqual({
      field: 'box',
      sentence: 'Too wide.',
    });
    const quiet = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    expect(sentenceOf(new TypeError('x is not a function'))).toBe(NOT_DONE);
    expect(quiet).toHaveBeenCalled();
    quiet.mockRestore();
  });
});

describe('a row to tick', () => {
  it('lights its place when it is pointed at, focused or tapped', () => {
    const lit = vi.fn();
    const toggle = vi.fn();
    const children = createRawSnippet(() => ({ render: () => '<strong>Front</strong>' }));
    const tick = { key: 'cut/main/1.1', facts: {}, state: 'look', why: 'Size was D, now F.' };
    const view = show(TickRow, { tick, label: 'Front is cut', toggle, lit, number: 3, children });
    const row = view.querySelector('li')!;
    row.dispatchEvent(new FocusEvent('focusin', { bubbles: true }));
    row.dispatchEvent(new Event('pointerdown', { bubbles: true }));
    expect(lit).toHaveBeenCalledTimes(2);
    expect(row.textContent).toContain('Another look: Size was D, now F.');
    view.querySelector('input')!.click();
    expect(toggle).toHaveBeenCalledWith(true);
  });
});
