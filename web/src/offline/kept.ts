/** Everything a making needs on the table while the connection is gone; `parts`: of the page itself. The page is
 * kept under the first address, whichever it was opened at (see worker.ts). */
export function addressesOf(making: number, parts: readonly string[]): string[] {
  const api = `/api/makings/${making}`;
  const stages = ['', '/cut', '/mark', '/mark/darts'].map((stage) => api + stage);
  return ['/', '/api/session', ...stages, ...new Set(parts)];
}
