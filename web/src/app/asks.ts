import type { UseSuspenseQueryOptions } from '@tanstack/react-query';
import { server, type Schema } from '../api/client';
import { air, cautions, course, drafts, lot, runs, session, stations, waiting } from '../api/queries';

/** What stands in the address of a page in place of its `:names`. */
export type At = Readonly<Record<string, string>>;

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- answers of many shapes stand in one list
export type Asked = UseSuspenseQueryOptions<any, any, any, any>;

/** What the frame round every page is drawn with. */
export const everywhere: readonly Asked[] = [session, course, stations, runs];

const byPath = <P extends string>(of: Record<P, (at: At) => readonly Asked[]>) => of;

const cards = server.queryOptions('get', '/api/tools/cards');
const combs = server.queryOptions('get', '/api/tools/combs');
const spinners = server.queryOptions('get', '/api/tools/spinners');

/** What the bench of a station is drawn with besides. */
export const benchAsks: Partial<Record<Schema['StepKind'], readonly Asked[]>> = {
  wash: [server.queryOptions('get', '/api/instruments')],
  card: [cards],
  blend: [cards, combs],
  comb: [combs, cards, server.queryOptions('get', '/api/combing/ways')],
  spin: [spinners],
  ply: [spinners],
  testFelting: [server.queryOptions('get', '/api/felting/balls')],
};

const ofLot = (at: At) => [lot(at.code!)];
const none = () => [];

/**
 * What each page is drawn with, by its path. Its loader asks for it before the page is shown, a link when a finger comes near it, and the build
 * writes it beside the page's scripts for the server, which names both in the head of the page (vite.config.ts, preload.json).
 */
export const asks = byPath({
  '': () => [drafts],
  'take-in': () => [server.queryOptions('get', '/api/course/door'), air],
  'station/wash/plan': () => [server.queryOptions('get', '/api/scouring'), waiting('wash')],
  instruments: () => [server.queryOptions('get', '/api/instruments')],
  'station/:step': ({ step }: At) => [
    ...[waiting(step as Schema['StepKind']), drafts, air, cautions],
    ...(benchAsks[step as Schema['StepKind']] ?? []),
  ],
  'lots/:code': ofLot,
  'lots/:code/locks': ofLot,
  'lots/:code/look-over': ({ code }: At) => [
    server.queryOptions('get', '/api/lots/{code}/look-over', { params: { path: { code: code! } } }),
    server.queryOptions('get', '/api/look-over/kinds'),
  ],
  'lots/:code/routes': none,
  'lots/:code/compare': ({ code }: At) => [
    server.queryOptions('get', '/api/comparing/{code}', { params: { path: { code: code! } } }),
  ],
  'lots/:code/where': ({ code }: At) => [
    server.queryOptions('get', '/api/lots/{code}/where', { params: { path: { code: code! } } }),
  ],
  'lots/:code/sample': ofLot,
  'uses/:use': ({ use }: At) => [server.queryOptions('get', '/api/uses/{use}', { params: { path: { use: use! } } })],
  aim: none,
  faults: none,
  samples: () => [server.queryOptions('get', '/api/lots', { params: { query: { prepared: true } } })],
  'samples/:code': ({ code }: At) => [
    server.queryOptions('get', '/api/samples/{code}', { params: { path: { code: code! } } }),
  ],
  animals: none,
  'animals/:id': ({ id }: At) => [server.queryOptions('get', '/api/animals/{id}', { params: { path: { id: id! } } })],
  breeds: () => [server.queryOptions('get', '/api/breeds')],
  reckoner: () => [server.queryOptions('get', '/api/reckon')],
  begin: () => [server.queryOptions('get', '/api/workshop')],
  workshop: () => [server.queryOptions('get', '/api/workshop')],
  'workshop/weigh-log': none,
});

export type PagePath = keyof typeof asks;

/** The address a question is sent to. */
export function addressOf({ queryKey }: Asked): string {
  const [, path, init] = queryKey as [string, string, { params?: { path?: At; query?: At } }?];
  const filled = path.replace(/\{(\w+)\}/g, (_, name: string) => init?.params?.path?.[name] ?? '');
  const query = Object.entries(init?.params?.query ?? {}).map(([name, value]) => `${name}=${value}`);
  return query.length === 0 ? filled : `${filled}?${query.join('&')}`;
}
