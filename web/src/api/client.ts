import { QueryClient } from '@tanstack/react-query';
import createClient, { type Middleware } from 'openapi-fetch';
import createQueryClient from 'openapi-react-query';
import { newKey } from './keep';
import { unreadable, unreadTime } from './unreadable';
import type { components, paths } from './schema';

type Schemas = components['schemas'];

/** Every shape the server speaks of; a word that may be missing is nullable where it is used, not in the word itself. */
export type Schema = { [K in keyof Schemas]: NonNullable<Schemas[K]> };

export interface Refusal {
  field: string;
  code: string;
  reason: string;
  /** Where it is a question: what the field could be set to instead. */
  choices?: string[] | null;
}

/** What went wrong, as the server said it; `type` is stable, `refusals` names each field. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly type: string,
    message: string,
    readonly refusals: Refusal[] = [],
  ) {
    super(message);
  }

  /** The server or its database cannot be reached; the same request may go through later. */
  get isAway() {
    return this.status === 0 || this.status === 502 || this.status === 503 || this.status === 504;
  }

  /** What is wrong with a field: itself, a part of it, or the same field of a part of the request (`wish.minutes` for `minutes`). */
  at(field: string) {
    const of = (fits: (name: string) => boolean) => this.refusals.find((r) => fits(r.field))?.reason;
    return (
      of((name) => name === field) ??
      of((name) => name.startsWith(`${field}.`)) ??
      of((name) => name.endsWith(`.${field}`) && !name.includes('['))
    );
  }

  /** Whether all of it is said at these fields already. */
  isToldAt(fields: readonly string[]) {
    return (
      this.refusals.length > 0 &&
      this.refusals.every((r) => fields.some((f) => new Problem(this.status, this.type, '', [r]).at(f) !== undefined))
    );
  }
}

let token: string | undefined;
export const setToken = (value: string | null | undefined) => {
  token = value ?? undefined;
};

let units: string | undefined;
/** What weights, temperatures and lengths are shown in: a bare number was typed in it, and must not be read in another unit. */
export const setUnits = (unit: string, temperatureSign: string, lengthSign: string) => {
  units = `${unit};${temperatureSign.slice(-1)};${lengthSign}`;
};

/** The name of this screen, for as long as the page is open: by it the server's news tell whose doing a change was. */
export const screen = newKey();

/** Changes of this screen's own: how many are on their way, and when the last of them was answered. */
const own = { onTheirWay: 0, answeredAt: 0 };

/** Since when what is known holds news of this screen's own doing; null while that is not certain. */
export const knownSince = () => (own.onTheirWay > 0 ? null : own.answeredAt);

const middleware: Middleware = {
  onRequest({ request }) {
    if (request.method === 'GET') return request;
    own.onTheirWay++;
    request.headers.set('X-Screen', screen);
    if (token) request.headers.set('X-Token', token);
    if (units) request.headers.set('X-Units', units);
    return request;
  },
  async onResponse({ request, response }) {
    if (request.method !== 'GET') Object.assign(own, { onTheirWay: own.onTheirWay - 1, answeredAt: Date.now() });
    if (response.ok) return;
    const problem = await problemOf(response);
    // The screen learns what it is to show before anybody types on.
    if (problem.type === 'units-changed') void queryClient.invalidateQueries();
    throw problem;
  },
  onError({ request, error }) {
    // It may have been done all the same: whatever is known is older than that.
    if (request.method !== 'GET') Object.assign(own, { onTheirWay: own.onTheirWay - 1, answeredAt: Infinity });
    if (error instanceof Problem) return error;
    return new Problem(0, 'away', 'The workshop’s server cannot be reached just now.');
  },
};

export async function problemOf(response: Response): Promise<Problem> {
  const body = await response.json().catch(() => null);
  return new Problem(
    response.status,
    String(body?.type ?? '').replace('/problems/', '') || 'broken',
    body?.detail ?? body?.title ?? `The server answered ${response.status}.`,
    body?.refusals ?? [],
  );
}

/** A request as it goes out. One with a figure that did not read does not go out: JSON would turn it into nothing, and nobody would notice. */
export function requestBody(body: unknown): string {
  const fields = unreadable(body);
  if (fields.length === 0) return JSON.stringify(body);
  const at = (field: string) =>
    (field.split(/[.[\]]+/).filter(Boolean) as string[]).reduce<unknown>(
      (of, key) => (of as Record<string, unknown>)[key],
      body,
    );
  const refusals = fields.map((field) =>
    at(field) === unreadTime
      ? { field, code: 'not-a-time', reason: 'This is no whole date or time. Nothing was sent.' }
      : {
          field,
          code: 'not-a-number',
          reason: 'This does not read as a number: write one such as 13.5. Nothing was sent.',
        },
  );
  throw new Problem(422, 'refused', refusals[0]!.reason, refusals);
}

export const api = createClient<paths>({ baseUrl: '/', bodySerializer: requestBody });
api.use(middleware);

/** The same through TanStack Query: `server.useQuery('get', path, init)`, `server.useMutation('post', path)`. Its keys are `['get', path, init]`. */
export const server = createQueryClient(api);

/** Sends a file, which the typed client does not do. */
export async function sendFile<T>(path: string, file: Blob, type: string, key?: string): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method: 'POST',
      body: file,
      headers: {
        'Content-Type': type,
        ...(token ? { 'X-Token': token } : {}),
        ...(key ? { 'Idempotency-Key': key } : {}),
      },
    });
  } catch {
    throw new Problem(0, 'away', 'The workshop’s server cannot be reached just now.');
  }
  if (!response.ok) throw await problemOf(response);
  return (await response.json()) as T;
}

/** After an error nothing is asked again by itself for so many milliseconds; a tap on "again" asks at once. */
const errorRests = 5_000;

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      // The house stands in the workshop: without a way to the world it may be there all the same, and where it is not, that is said.
      networkMode: 'always',
      refetchOnReconnect: true,
      staleTime: 5_000,
      retry: (count, error) => error instanceof Problem && error.isAway && count < 3,
      // A page that shows an error takes its parts away, and brings them back when it asks again: each of them would ask anew at once.
      retryOnMount: (query) => Date.now() - query.state.errorUpdatedAt > errorRests,
    },
  },
});

/** What was answered; a refusal is thrown as a Problem before. */
export async function need<T>(answer: Promise<{ data?: T }>): Promise<T> {
  return (await answer).data as T;
}
