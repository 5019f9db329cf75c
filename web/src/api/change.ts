import { useMutation } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Problem } from './client';

/** While the server or its database is away, the same is sent again so often. */
const Patience = 3000;

const isAway = (error: unknown) => error instanceof Problem && error.isAway;

const problemOf = (error: unknown) =>
  error === null || error instanceof Problem
    ? error
    : new Problem(500, 'broken', 'Something broke on this page. What you typed is still here.');

/**
 * Something that a person changes at the server, as a mutation: `go` sends it, `busy` holds the button meanwhile, `error` is what was refused
 * until it is sent again or `clear`ed. `after` is for what follows when it was taken, such as asking anew and closing.
 */
export function useChange<TOf = void, TAnswer = unknown>(
  send: (of: TOf) => Promise<TAnswer>,
  after?: (answer: TAnswer, of: TOf) => unknown,
) {
  // A mutation tells only of the last that was sent: one that fails after another was sent is said too.
  const [failed, setFailed] = useState<unknown>(null);
  const mutation = useMutation<TAnswer, unknown, TOf>({
    networkMode: 'always',
    mutationFn: send,
    onMutate: () => setFailed(null),
    onError: setFailed,
    onSuccess: (answer, of) => after?.(answer, of),
  });
  const error = problemOf(failed);
  return {
    go: mutation.mutate,
    busy: mutation.isPending,
    error,
    /** What is refused at a field. */
    at: (field: string) => error?.at(field),
    /** What is not said at these fields: it is said once for the whole form. */
    besides: (...fields: string[]) => (error?.isToldAt(fields) ? null : error),
    clear: () => setFailed(null),
  };
}

/** The same for a page with several small changes that are followed by the same: each is handed to `go`. */
export const useChanges = (after: () => unknown) => useChange((work: () => Promise<unknown>) => work(), after);

/**
 * Sends one entry and keeps trying while the server or its database is away. The key goes along each time,
 * so however often it is sent it is stored once.
 */
export function useSend<TBody, TAnswer>(
  send: (body: TBody, key: string) => Promise<TAnswer>,
  done: (answer: TAnswer) => void,
) {
  // Whoever leaves the page finds what was typed there when coming back, and sends it then.
  const here = useRef(true);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  const mutation = useMutation<TAnswer, unknown, { body: TBody; key: string }>({
    networkMode: 'always',
    mutationFn: ({ body, key }) => send(body, key),
    retry: (_, error) => here.current && isAway(error),
    retryDelay: Patience,
  });
  return {
    go: (body: TBody, key: string) => mutation.mutate({ body, key }, { onSuccess: done }),
    error: problemOf(mutation.error),
    busy: mutation.isPending,
    away: mutation.isPending && isAway(mutation.failureReason),
    clearError: () => {
      if (mutation.isError) mutation.reset();
    },
  };
}
