import type { ComponentType } from 'react';
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

/** What the loader of a page hands it. */
export interface PageData {
  /** The bench that stands at this station; null where its work is logged by its weights alone, and on every other page. */
  bench: ComponentType<BenchProps> | null;
}
