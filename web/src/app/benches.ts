import type { ComponentType } from 'react';
import type { Schema } from '../api/client';
import type { BenchProps } from '../runs/bench';

type Bench = ComponentType<BenchProps>;

/** What stands above the log at a station, beside the picture and the fields that all have. A new bench is a line here. */
export const benches: Partial<Record<Schema['StepKind'], () => Promise<Bench>>> = {
  wash: async () => (await import('../scouring/WashBench')).WashBench,
  card: async () => (await import('../carding/CardBench')).CardBench,
  blend: async () => (await import('../blending/BlendBench')).BlendBench,
  comb: async () => (await import('../combing/CombBench')).CombBench,
  dry: async () => (await import('../drying/RackBench')).RackBench,
  dehair: async () => (await import('../dehairing/PassesBench')).PassesBench,
  spin: async () => (await import('../spinning/SpinBench')).SpinBench,
  ply: async () => (await import('../spinning/PlyBench')).PlyBench,
  divide: async () => (await import('../dividing/RehearseBench')).RehearseBench,
  testFelting: async () => (await import('../felting/FeltBench')).FeltBench,
};
