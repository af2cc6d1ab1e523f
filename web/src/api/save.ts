// A file to keep: fetched first, so that a refusal is a sentence and not a file.
import { Refused, sending, Unreachable } from './client';

const NAME = /filename="([^"]+)"/;

/** Fetch the file at an address and hand it to the browser to keep; `asked`: what of it is wanted, sent along. */
export async function saveFile(address: string, asked?: unknown) {
  const sent = asked === undefined ? undefined : sending(JSON.stringify(asked));
  const response = await fetch(address, sent).catch(() => {
    throw new Unreachable('The workroom cannot be reached. Try again.');
  });
  const named = NAME.exec(response.headers.get('Content-Disposition') ?? '');
  if (!response.ok || !named) {
    const body = await response.json().catch(() => null);
    const refused = body?.refused ?? body;
    throw new Refused(refused?.sentence ?? 'This file could not be made. Try again.', '');
  }
  const link = document.createElement('a');
  link.href = URL.createObjectURL(await response.blob());
  link.download = named[1] ?? 'dove-tack';
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}
