// Everything of one's own as one file: made by the worker, sent back in pieces.
import { data, GET, POST, Refused, sendFile } from '../api/client';
import type { Schemas } from '../api/types';

export type Standing = Schemas['ArchiveStanding'];
export const ARCHIVE_FILE = '/api/account/archive/file';
const PIECE = 8_000_000;
const AGAIN = 400;

/** Have the file made; `told` hears how far it is. */
export async function makeArchive(told: (share: number) => void): Promise<void> {
  await data(POST('/api/account/archive'));
  await over(() => data(GET('/api/account/archive')), told);
}

/** Send a file piece by piece and wait until it was read; what came in. */
export async function openArchive(file: File, told: (share: number) => void) {
  for (let at = 0; at === 0 || at < file.size; at += PIECE) {
    const last = at + PIECE >= file.size;
    await sendFile(`/api/account/open?at=${at}&last=${last}`, file.slice(at, at + PIECE));
    told((0.5 * Math.min(file.size, at + PIECE)) / Math.max(1, file.size));
  }
  const seen = await over(
    () => data(GET('/api/account/open')),
    (share) => told(0.5 + share / 2),
  );
  return seen.taken;
}

async function over(look: () => Promise<Standing>, told: (share: number) => void) {
  for (;;) {
    const seen = await look();
    if (seen.state === 'failed') throw new Refused(seen.sentence ?? '');
    if (seen.state !== 'waiting' && seen.state !== 'running') return seen;
    told(seen.share ?? 0);
    await new Promise((done) => setTimeout(done, AGAIN));
  }
}
