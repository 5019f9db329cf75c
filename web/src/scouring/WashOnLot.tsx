import { Box } from '../ui/Box';
import { Typography } from '../ui/Typography';
import type { Schema } from '../api/client';
import { AfterWash, Washed } from './AfterWash';
import { FinishedWash } from './FinishedWash';

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
    <Box sx={{ mt: 2 }}>
      <Typography variant="h3" sx={{ mb: 1 }}>
        The wash, looked back on
      </Typography>
      <AfterWash code={page.lot.code} />
    </Box>
  );
}
