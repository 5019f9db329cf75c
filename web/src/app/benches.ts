import type { ComponentType } from 'react';
import type { Schema } from '../api/client';
import { BlendBench } from '../blending/BlendBench';
import { CardBench } from '../carding/CardBench';
import { CombBench } from '../combing/CombBench';
import { PassesBench } from '../dehairing/PassesBench';
import { RehearseBench } from '../dividing/RehearseBench';
import { RackBench } from '../drying/RackBench';
import type { BenchProps } from '../runs/bench';
import { WashBench } from '../scouring/WashBench';

/** What stands above the log at a station, beside the picture and the fields that all have. A new bench is a line here. */
export const benches: Partial<Record<Schema['StepKind'], ComponentType<BenchProps>>> = {
  wash: WashBench,
  card: CardBench,
  blend: BlendBench,
  comb: CombBench,
  dry: RackBench,
  dehair: PassesBench,
  divide: RehearseBench,
};
