// Talking to the server: types come from its own OpenAPI description (schema.d.ts).
import createClient from 'openapi-fetch';

import type { paths } from './schema';

/** The server said no in a sentence; nothing was changed. */
export class Refused extends Error {
  constructor(
    readonly sentence: string,
    readonly field = '',
    readonly moved = false,
  ) {
    super(sentence);
  }
}

/** Nobody answered: the connection is gone, or the workroom is. */
export class Unreachable extends Refused {}

/** Called when the workroom no longer knows who this is. */
export const signedOut = { heard: () => {} };

function cookie(name: string): string {
  const found = document.cookie.split('; ').find((each) => each.startsWith(`${name}=`));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : '';
}

const client = createClient<paths>({
  baseUrl: location.origin,
  credentials: 'same-origin',
  fetch: (request) => fetch(request),
});
client.use({
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-CSRFToken', cookie('csrftoken'));
    return request;
  },
  async onResponse({ response }) {
    const body = await response
      .clone()
      .json()
      .catch(() => null);
    if (body && typeof body === 'object' && 'refused' in body) {
      const { sentence, field, moved } = body.refused as Refused;
      throw new Refused(sentence, field, moved);
    }
    if (response.status === 401) signedOut.heard();
    if (!response.ok) {
      const said = body && typeof body === 'object' && 'sentence' in body ? body.sentence : '';
      throw new Refused(String(said || 'The server could not do that. Nothing was changed.'));
    }
  },
  onError() {
    return new Unreachable('The workroom cannot be reached. What you saved is kept; try again.');
  },
});

export const { GET, POST, PUT, DELETE } = client;

/** The data of an answer; a refusal or failure has been thrown before. */
export async function data<T>(answer: Promise<{ data?: T }>): Promise<T> {
  const { data } = await answer;
  if (data === undefined) throw new Refused('The server gave no answer. Nothing was changed.');
  return data;
}

/** What is sent besides typed requests: a body of JSON, or a file as it is. */
export const sending = (body: string | Blob): RequestInit => ({
  method: 'POST',
  headers: { 'Content-Type': 'application/json', 'X-CSRFToken': cookie('csrftoken') },
  body,
});

/** How often a file is sent again while the workroom is busy with others. */
const TRIES = 60;

/** Send a file as it is; what is larger than `most` bytes is not even sent. */
export async function sendFile<T>(address: string, file: Blob, most = 25_000_000): Promise<T> {
  if (file.size > most)
    throw new Refused(
      `This file has ${Math.ceil(file.size / 1e6)} MB; ${most / 1e6} MB is the most. Nothing was changed.`,
      'file',
    );
  const send = () => fetch(address, sending(file));
  let response = await send();
  for (let tries = 1; response.status === 503 && tries < TRIES; tries++) {
    const after = Number(response.headers.get('Retry-After') ?? 1);
    await new Promise((done) => setTimeout(done, 1000 * after));
    response = await send();
  }
  const body = await response.json().catch(() => ({}));
  if (body.refused) throw new Refused(body.refused.sentence, body.refused.field);
  if (!response.ok) throw new Refused(body.sentence ?? 'The file could not be opened.');
  return body as T;
}
