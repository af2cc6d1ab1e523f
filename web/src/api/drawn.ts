// Papers are drawn by the worker: an address is asked for until the file is there.
import { Refused, Unreachable } from './client';

const AGAIN = 250;

/** Wait until the file at an address is drawn; `told` hears how much of it is. */
export async function drawn(address: string, told: (share: number) => void = () => {}) {
  for (;;) {
    const response = await fetch(address).catch(() => {
      throw new Unreachable('The workroom cannot be reached. Try again.');
    });
    const json = response.headers.get('Content-Type')?.includes('json');
    const body = json ? await response.json() : null;
    if (body?.refused) throw new Refused(body.refused.sentence, body.refused.field);
    if (!response.ok) throw new Refused(body?.sentence ?? 'This could not be drawn.');
    if (response.status !== 202) {
      await response.body?.cancel();
      return;
    }
    told(body.share);
    await new Promise((done) => setTimeout(done, AGAIN));
  }
}
