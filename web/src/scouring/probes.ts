import { type Schema } from '../api/client';
import { useInstruments } from '../api/queries';

type Probe = Schema['InstrumentView'];

/** The probes of the workshop that are switched on. */
export function useProbes(): Probe[] {
  const instruments = useInstruments();
  return (instruments.data?.instruments ?? []).filter((i) => i.kind === 'probe' && i.on);
}

/** What may tell a bath's temperature, by probe or by hand. */
export const probeWords = (probes: Probe[]): Record<string, string> =>
  Object.fromEntries([...probes.map((p) => [p.id, p.name] as const), ['', 'typed']]);
