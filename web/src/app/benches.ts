import type { ComponentType } from 'react';
import type { Schema } from '../api/client';
import { PassesBench } from '../dehairing/PassesBench';
import { RackBench } from '../drying/RackBench';
import type { BenchProps } from '../runs/bench';
import { WashBench } from '../scouring/WashBench';

/** What stands above the log at a station, beside the picture and the fields that all have. A new bench is a line here. */
export const benches: Partial<Record<Schema['StepKind'], ComponentType<BenchProps>>> = {
  wash: WashBench,
  dry: RackBench,
  dehair: PassesBench,
};
