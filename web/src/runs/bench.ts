import type { Schema } from '../api/client';
import type { Run } from './queries';

/** What a station hands to its bench. */
export interface BenchProps {
  /** Everything that can be taken here. */
  lots: readonly Schema['LotLine'][];
  /** What runs here, but for the one that is being logged. */
  runs: readonly Run[];
  /** The code of the lot one came for. */
  wanted: string | null;
  /** Logs a run that is done, as it was watched. */
  logRun: (run: Run) => void;
  logging: { busy: boolean; away: boolean; error: unknown };
}
