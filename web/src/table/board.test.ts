import { createRawSnippet, flushSync } from 'svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

import { eachSignedIn, show } from '../parts/mounting';
import Board from './Board.svelte';
import { readable } from './ruler';

eachSignedIn();

describe('the board', () => {
  // jsdom lays nothing out and so has no observer of sizes; the board keeps its first size.
  beforeEach(() =>
    vi.stubGlobal(
      'ResizeObserver',
      class {
        observe() {}
        unobserve() {}
        disconnect() {}
      },
    ),
  );
  afterEach(() => vi.unstubAllGlobals());
  const bounds = { x: 0, y: 0, width: 1000, height: 500 };
  const children = createRawSnippet(() => ({ render: () => '<g class="drawn"></g>' }));
  const press = (board: Element, key: string) => {
    board.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    flushSync();
  };
  const view = (board: Element) => board.querySelector('g[transform]')?.getAttribute('transform');

  it('gives a key to the stage first', () => {
    const onkey = vi.fn((event: KeyboardEvent) => event.key === 'ArrowLeft');
    const board = show(Board, { bounds, label: 'x', children, onkey }).querySelector('svg.board')!;
    const before = view(board);
    press(board, 'ArrowLeft');
    expect(view(board)).toBe(before);
    press(board, 'ArrowRight');
    expect(view(board)).not.toBe(before);
    press(board, '0');
    expect(view(board)).toBe(before);
  });

  it('leaves keys with Control to the page', () => {
    const onkey = vi.fn(() => true);
    const board = show(Board, { bounds, label: 'x', children, onkey }).querySelector('svg.board')!;
    board.dispatchEvent(new KeyboardEvent('keydown', { key: 'z', ctrlKey: true, bubbles: true }));
    expect(onkey).not.toHaveBeenCalled();
  });

  it('tells how it is used by keys', () => {
    const board = show(Board, { bounds, label: 'The lay', children }).querySelector('svg.board')!;
    expect(board.getAttribute('aria-label')).toBe(
      'The lay. Arrow keys pan, plus and minus zoom, 0 fits.',
    );
  });

  it('sets points by keys under a cross that the first key shows and a pointer hides', () => {
    const [onpoint, onhover] = [vi.fn(), vi.fn()];
    const held = { bounds, label: 'x', children, onpoint, onhover };
    const board = show(Board, held).querySelector('svg.board')!;
    press(board, 'Enter'); // shows where the next one would set it
    expect(onpoint).not.toHaveBeenCalled();
    press(board, 'Enter');
    const [[x, y]] = onpoint.mock.calls[0] as [[number, number]];
    expect(onhover.mock.lastCall![0].mm).toEqual([x, y]);
    const scale = Number(/scale\(([\d.]+)\)/.exec(view(board) ?? '')?.[1]);
    for (const key of ['ArrowRight', 'l', 'k', 'Enter']) press(board, key);
    const [[u, v]] = onpoint.mock.calls[1] as [[number, number]];
    expect([(u - x) * scale, (v - y) * scale]).toEqual([
      expect.closeTo(51, 6),
      expect.closeTo(-1, 6),
    ]);
    expect(board.querySelectorAll('.cross')).toHaveLength(1);
    board.dispatchEvent(new PointerEvent('pointermove', { clientX: 5, bubbles: true }));
    flushSync();
    expect(board.querySelectorAll('.cross')).toHaveLength(0);
  });

  it('is moved and zoomed by two fingers, whatever they lie on', () => {
    const board = show(Board, { bounds, label: 'x', children }).querySelector('svg.board')!;
    const piece = board.querySelector('.drawn')!;
    const grabbed = vi.fn();
    const dropped = vi.fn();
    piece.addEventListener('pointerdown', grabbed);
    piece.addEventListener('pointercancel', dropped);
    const finger = (type: string, pointerId: number, x: number, y: number) => {
      const at = { pointerId, pointerType: 'touch', clientX: x, clientY: y, button: 0 };
      piece.dispatchEvent(new PointerEvent(type, { ...at, bubbles: true }));
      flushSync();
    };
    const scale = () => Number(/scale\(([\d.]+)\)/.exec(view(board) ?? '')?.[1]);
    for (let k = 0; k < 12; k++) press(board, '+');
    const before = scale();
    piece.addEventListener('pointerdown', (event) => event.stopPropagation());
    finger('pointerdown', 1, 300, 200);
    expect(grabbed).toHaveBeenCalledTimes(1);
    finger('pointerdown', 2, 400, 200);
    // The second finger takes hold of nothing, and the first lets go.
    expect(grabbed).toHaveBeenCalledTimes(1);
    expect(dropped).toHaveBeenCalledTimes(1);
    finger('pointermove', 2, 500, 200);
    expect(scale()).toBeCloseTo(before * 2, 6);
    finger('pointermove', 1, 400, 200);
    expect(scale()).toBeCloseTo(before, 6);
  });

  it('shows a number of the ruler only where all of it is seen', () => {
    const ticks = [15, 21, 60, 86].map((at) => ({ at, text: '-80' }));
    const shown = (way: 1 | -1) => readable(ticks, 24, 110, way).map(({ text }) => text !== null);
    expect(shown(1)).toEqual([false, true, true, true]);
    expect(readable(ticks, 24, 109, 1).at(-1)!.text).toBeNull();
    expect(shown(-1)).toEqual([false, false, true, true]);
  });
});
