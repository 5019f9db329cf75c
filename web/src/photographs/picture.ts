import type { Schema } from '../api/client';
import { onDayTime } from '../live/time';

/** The lot whose colour a photograph may tell. */
export interface ColouredLot {
  id: string;
  code: string;
  colour: string;
}

export const pictureName = (p: Schema['PhotographView']) => p.caption || `photograph of ${onDayTime(p.addedAt)}`;
