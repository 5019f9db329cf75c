import type { ComponentType } from 'react';
import type { Schema } from '../api/client';
import type { BenchProps } from '../runs/bench';
import { fetched, type Fetched } from './fetched';

type Step = Schema['StepKind'];
type Bench = ComponentType<BenchProps>;

/** What stands above the log at a station, beside the picture and the fields that all have. A new bench is a line here. */
const fetchers: Partial<Record<Step, () => Promise<Bench>>> = {
  wash: async () => (await import('../scouring/WashBench')).WashBench,
  card: async () => (await import('../carding/CardBench')).CardBench,
  blend: async () => (await import('../blending/BlendBench')).BlendBench,
  comb: async () => (await import('../combing/CombBench')).CombBench,
  dry: async () => (await import('../drying/RackBench')).RackBench,
  dehair: async () => (await import('../dehairing/PassesBench')).PassesBench,
  spin: async () => (await import('../spinning/SpinBench')).SpinBench,
  ply: async () => (await import('../spinning/PlyBench')).PlyBench,
  divide: async () => (await import('../dividing/RehearseBench')).RehearseBench,
};

/** Each is fetched when its station is opened, or before that by `fetchAhead`. */
export const benches = Object.fromEntries(
  Object.entries(fetchers).map(([step, load]) => [step, fetched(load)]),
) as Partial<Record<Step, Fetched<BenchProps>>>;
