/** Who may do what: every address asked by nobody, a winder, a tester and a lead; as a table for docs/security.md. */
import { addressesOf, filled } from './addresses.mjs';

const WHO = ['nobody', 'winder', 'tester', 'lead'];
const word = (status) =>
  status === 401
    ? 'sign in'
    : status === 403
      ? '–'
      : status >= 500 || status === 0
        ? `FAULT ${status}`
        : 'yes';
/** Own session and streams are everybody's; they would end the callers. */
const LEFT_OUT = new Set(['DELETE /api/session', 'GET /api/live']);

/** @returns rows of [address, nobody, winder, tester, lead] */
export async function roleMatrix(shop) {
  const rows = [];
  for (const { method, path, body } of await addressesOf(shop.lead)) {
    if (LEFT_OUT.has(`${method} ${path}`)) continue;
    const at = filled(path, {
      number: 'none-such',
      ...(path.includes('sign') ? { station: 'ship' } : {}),
    });
    const cells = [];
    for (const who of WHO) {
      const answer = await shop[who].call(method, at, body ? body() : undefined);
      // Signing in with a wrong PIN is refused to everybody alike.
      cells.push(/session|setup|health|ready/.test(path) && who === 'nobody' ? 'yes' : word(answer.status));
    }
    rows.push([`${method} ${path}`, ...cells]);
  }
  return rows;
}

export const asTable = (rows) =>
  [
    '| address | nobody | winder | tester | lead |',
    '| --- | --- | --- | --- | --- |',
    ...rows.map((r) => `| \`${r[0]}\` | ${r.slice(1).join(' | ')} |`),
  ].join('\n');
