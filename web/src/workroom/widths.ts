// A lay searched for on cloth of a width that shops have, for a making that is not open.
import { data, GET, POST } from '../api/client';
import type { Role } from '../api/types';

const SECONDS = 3;
const LOOK_EVERY = 400;

/** Hand the search in and wait until it is over. */
export async function searchWidth(making: number, role: Role, width: number): Promise<void> {
  const path = { making_id: making };
  const variants = [{ fold: 'lengthwise' as const, width, depth: null, without: [], allowing: [] }];
  const body = { kind: 'lay' as const, role, seconds: SECONDS, variants, seed: 1 };
  const { id } = await data(
    POST('/api/makings/{making_id}/lay/searches', { params: { path }, body }),
  );
  for (;;) {
    await new Promise((done) => setTimeout(done, LOOK_EVERY));
    const params = { path: { ...path, job_id: id } };
    const now = await data(
      GET('/api/makings/{making_id}/lay/searches/{job_id}/standing', { params }),
    );
    if (now.state !== 'waiting' && now.state !== 'running') return;
  }
}
