// The service worker: keeps the page, its parts and the making in hand, so that a page on the table opens again
// while the connection is gone. Everything is asked of the workroom first; only what was told to be kept is kept.
//
// It stands alone: a service worker is one file, so it shares no module with the page.

/** The name of what is kept. */
const KEPT = 'dove-tack';
/** All pages are one, kept under the first address. */
const SHELL = '/';

interface Extendable extends Event {
  waitUntil(work: Promise<unknown>): void;
}
interface Fetching extends Extendable {
  request: Request;
  respondWith(answer: Promise<Response>): void;
}
const worker = self as unknown as {
  skipWaiting(): Promise<void>;
  clients: { claim(): Promise<void> };
  location: Location;
  addEventListener(kind: string, listen: (event: never) => void): void;
};

worker.addEventListener('install', (event: Extendable) => event.waitUntil(worker.skipWaiting()));
worker.addEventListener('activate', (event: Extendable) => event.waitUntil(worker.clients.claim()));

worker.addEventListener('message', (event: Extendable & { data: unknown }) => {
  const said = event.data as { keep?: unknown } | null;
  if (Array.isArray(said?.keep)) event.waitUntil(keep(said.keep.map(String)));
  else event.waitUntil(caches.delete(KEPT));
});

worker.addEventListener('fetch', (event: Fetching) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== worker.location.origin) return;
  if (url.pathname.startsWith('/static/')) event.respondWith(keptFirst(request));
  else if (request.mode === 'navigate') event.respondWith(newestFirst(request, SHELL));
  else if (url.pathname.startsWith('/api/')) event.respondWith(newestFirst(request, request.url));
});

async function keep(addresses: string[]) {
  const kept = await caches.open(KEPT);
  await Promise.all(
    addresses.map(async (address) => {
      const answer = await fetch(address, { credentials: 'same-origin' }).catch(() => null);
      if (answer?.ok) await kept.put(address, answer);
    }),
  );
}

async function keptFirst(request: Request): Promise<Response> {
  const kept = await caches.open(KEPT);
  return (await kept.match(request)) ?? fetch(request);
}

/** What the workroom says now; what was kept under that name where it cannot be reached. */
async function newestFirst(request: Request, name: string): Promise<Response> {
  const kept = await caches.open(KEPT);
  try {
    const answer = await fetch(request);
    if (answer.ok && (await kept.match(name))) await kept.put(name, answer.clone());
    return answer;
  } catch (problem) {
    const before = await kept.match(name);
    if (before) return marked(before);
    throw problem;
  }
}

/** An answer that was kept says so: it may be older than what the page knows. */
function marked(answer: Response): Response {
  const headers = new Headers(answer.headers);
  headers.set('X-Kept', 'yes');
  return new Response(answer.body, { status: answer.status, headers });
}

export {};
