import { useState } from 'react';
import { api, type Schema } from '../api/client';
import { useSend } from '../api/change';
import { newKey } from '../api/keep';
import { againRuns } from './queries';

/** Begins a run; once it is begun the page is at its top, where the run is. */
export function useBeginRun(begun: () => void) {
  const [key, setKey] = useState(newKey);
  const starting = useSend(
    async (body: Schema['RunStart'], key: string) =>
      (await api.POST('/api/runs', { params: { header: { 'Idempotency-Key': key } }, body })).data!,
    () => {
      setKey(newKey());
      begun();
      window.scrollTo(0, 0);
      void againRuns();
    },
  );
  return { ...starting, begin: (body: Schema['RunStart']) => void starting.go(body, key) };
}
