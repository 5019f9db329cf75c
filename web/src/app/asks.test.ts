import { beforeEach, expect, it, vi } from 'vitest';

/** Addresses that were asked, as a server would see them. The client takes fetch and Request as they are when it is made. */
const asked = vi.hoisted(() => {
  const seen: string[] = [];
  globalThis.Request = class extends Request {
    constructor(address: RequestInfo | URL, init?: RequestInit) {
      super(new URL(address as string, 'http://house'), init);
    }
  };
  globalThis.fetch = (request) => {
    const { pathname, search } = new URL((request as Request).url);
    seen.push(decodeURIComponent(pathname + search));
    return Promise.resolve(new Response('{}', { headers: { 'Content-Type': 'application/json' } }));
  };
  return seen;
});

import { queryClient } from '../api/client';
import { addressOf, asks, everywhere, type At, type PagePath } from './asks';
import { loadPage } from './pages';

const at: At = { code: 'G-01.4', id: '0198a1b2-0000-7000-8000-000000000001', step: 'card', use: 'socks' };

beforeEach(() => {
  asked.length = 0;
  queryClient.clear();
});

// What the server names in the head of a page is written by addressOf (vite.config.ts): named otherwise it would be fetched twice.
it.each(Object.keys(asks) as PagePath[])('what is named for the page /%s is what its loader asks for', async (path) => {
  await loadPage(path, at);
  expect(asked.sort()).toEqual(asks[path](at).map(addressOf).sort());
});

it('what is named for every page is what the frame asks for', async () => {
  await Promise.all(everywhere.map((one) => queryClient.ensureQueryData(one).catch(() => undefined)));
  expect(asked.sort()).toEqual(everywhere.map(addressOf).sort());
});
