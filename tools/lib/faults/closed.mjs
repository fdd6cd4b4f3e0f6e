/** Nobody gets past signing in, whatever the spelling of the address. */
import { addressesOf, filled } from './addresses.mjs';

const OPEN = new Set([
  'GET /api/health',
  'GET /api/ready',
  'POST /api/session',
  'GET /api/setup',
  'POST /api/setup',
]);

/** Spellings that a careless router would take for the same address. */
export const spellings = (path) => [
  path,
  path.replace('/api', '/API'),
  path.replace('/api', '/Api'),
  path.toUpperCase(),
  `/${path}`,
  path.replace('/api/', '/api//'),
  `${path}/`,
  path.replace('/api', '/%61pi'),
  path.replace('/api', '/a%70i'),
  path.replace('/api/', '/./api/'),
  path.replace('/api/', '/x/../api/'),
  `${path}?x=1`,
  path.replace('/api/', '/api/./'),
  `${path};x`,
  `${path}%00`,
];

/** @returns how many requests were made, and those that got anything but a refusal or the sign-in page */
export async function strangers(shop) {
  const found = [];
  let requests = 0;
  const extra = ['/api/docs', '/api/docs-json', '/api/docs-yaml', '/api/nowhere', '/api'];
  const all = [
    ...(await addressesOf(shop.lead)),
    ...extra.map((path) => ({ method: 'GET', path, body: null })),
  ];
  for (const { method, path, body } of all)
    for (const spelling of spellings(filled(path))) {
      // As the client itself will send it: dots are taken out before anything is asked.
      if (OPEN.has(`${method} ${new URL(spelling, 'http://shop').pathname}`)) continue;
      requests++;
      const answer = await shop.nobody.call(method, spelling, body ? body() : undefined);
      // Outside of /api the web's page is served: it holds nothing of the shop.
      const page = answer.status === 200 && answer.text.includes('<div id="root">');
      const refused = [400, 401, 404, 405].includes(answer.status);
      if (!page && !refused) found.push(`${method} ${spelling}: ${answer.status}`);
    }
  return { requests, found };
}
