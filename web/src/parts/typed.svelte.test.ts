import { describe, expect, it, vi } from 'vitest';

import { Typed } from './typed.svelte';

describe('what is typed into a field', () => {
  it('is sent once and then gone', async () => {
    const typed = new Typed();
    const send = vi.fn(() => Promise.resolve());
    typed.text = ' 92 ';
    await Promise.all([typed.commit(send, vi.fn()), typed.commit(send, vi.fn())]);
    expect(send.mock.calls).toEqual([['92']]);
    expect(typed.text).toBeNull();
    await typed.commit(send, vi.fn());
    expect(send).toHaveBeenCalledTimes(1);
  });

  it.each([true, false])(
    'stays where it was typed while another was on its way (%s)',
    async (well) => {
      const typed = new Typed();
      const refuse = vi.fn();
      let ends = () => {};
      const promise = new Promise<void>((resolve, reject) => {
        ends = () => (well ? resolve() : reject(new Error('no')));
      });
      typed.text = '92';
      const older = typed.commit(() => promise, refuse);
      typed.text = '93';
      ends();
      await older;
      expect(typed.text).toBe('93');
      expect(refuse).not.toHaveBeenCalled();
    },
  );

  it('stays with what is wrong with it, and is sent again', async () => {
    const typed = new Typed();
    const refuse = vi.fn();
    typed.text = 'wide';
    const wrong = () => {
      throw new Error('no length');
    };
    await typed.commit(wrong, refuse);
    await typed.commit(wrong, refuse);
    expect(typed.text).toBe('wide');
    expect(refuse).toHaveBeenCalledTimes(2);
  });
});
