import type { Schema } from '../api/client';
import { whenShown } from '../ui/whenShown';
import { FinishedWash } from './FinishedWash';
import { Washed } from './Washed';
import layout from '../ui/layout.module.css';

const AfterWash = whenShown(async () => (await import('./AfterWash')).AfterWash);

interface Props {
  page: Schema['LotPage'];
}

/** The wash behind a lot, with what was decided of it. */
export function WashDone({ page }: Props) {
  if (!page.washed) return null;
  return (
    <>
      <Washed washed={page.washed} />
      <FinishedWash code={page.lot.code} />
    </>
  );
}

/** A wash that can still be judged by what came of it. */
export function WashLookedBack({ page }: Props) {
  if (!page.washed?.mayJudge) return null;
  return (
    <div className={layout.above16}>
      <h3 className={layout.below8}>The wash, looked back on</h3>
      <AfterWash code={page.lot.code} />
    </div>
  );
}
