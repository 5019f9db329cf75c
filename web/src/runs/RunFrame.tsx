import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Typography } from '../ui/Typography';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import type { Schema } from '../api/client';
import { Photographs } from '../photographs/Photographs';
import { ProblemNotice } from '../ui/Notices';
import { TwiceButton } from '../ui/TwiceButton';
import { Column, Row } from '../ui/layouts';
import { headFont } from '../ui/tones';
import { LotLinks } from './LotLinks';
import { codesOf, type Run } from './queries';
import { PauseNotice } from './SayCount';
import type { useRunActs } from './taps';

/** Work in loads at a bench: what it is, the picture beside the count, what else is noted of it, and the ways on. */
export function RunFrame({
  run,
  at,
  title,
  about,
  children,
}: {
  run: Run;
  /** Where it is, for who does not see: "At the cards". */
  at: string;
  /** After the codes of its lots. */
  title: ReactNode;
  about: ReactNode;
  children: ReactNode;
}) {
  return (
    <Box
      component="section"
      aria-label={`${at} ${codesOf(run)}`}
      sx={{
        display: 'grid',
        gap: 2,
        gridTemplateColumns: 'minmax(0, 1fr)',
        borderBottom: 1,
        borderColor: 'divider',
        pb: 2.5,
      }}
    >
      <Box>
        <Typography variant="h2">
          <LotLinks codes={run.lots.map((l) => l.code)} />, {title}
        </Typography>
        <Typography color="text.secondary">
          {about}; {run.who}
        </Typography>
      </Box>
      <PauseNotice step={run.craft} />
      {children}
      <Photographs of="run" id={run.id} what={codesOf(run)} />
    </Box>
  );
}

/** The picture with its figures, and the count beside it; on a phone the count comes first. */
export const RunPanes = ({ first, picture, count }: { first?: ReactNode; picture: ReactNode; count: ReactNode }) => (
  <Box
    sx={{
      display: 'grid',
      gap: 2,
      gridTemplateColumns: {
        xs: 'minmax(0, 1fr)',
        md: first ? '250px minmax(0, 1fr) 250px' : 'minmax(0, 1fr) 250px',
      },
      alignItems: 'start',
    }}
  >
    {first && <Box sx={{ order: { xs: 3, md: 0 } }}>{first}</Box>}
    <Column gap={1} sx={{ order: { xs: 2, md: 0 } }}>
      {picture}
    </Column>
    <Column gap={1}>{count}</Column>
  </Box>
);

/** How many of how many, and what goes with it. */
export const Counted = ({ done, of, beside }: { done: number; of: number; beside?: ReactNode }) => (
  <Typography sx={{ fontFamily: headFont, fontSize: '2.2rem', lineHeight: 1 }} role="status">
    {done} of {of}
    {beside && (
      <Box component="span" sx={{ fontSize: '1rem', color: 'text.secondary', ml: 1 }}>
        {beside}
      </Box>
    )}
  </Typography>
);

/** Log it, take the last one back, leave it; and what the craft has besides. */
export function RunEnds({
  run,
  station,
  mayLog,
  lastEvent,
  acts,
  error,
  children,
}: {
  run: Run;
  station: Schema['StepKind'];
  mayLog: boolean;
  lastEvent: string | null;
  acts: ReturnType<typeof useRunActs>;
  error?: unknown;
  children?: ReactNode;
}) {
  const navigate = useNavigate();
  return (
    <>
      <Row gap={1}>
        <Button
          variant="contained"
          disabled={!mayLog || !run.mayBeLogged}
          onClick={() => void navigate(`/station/${station}?run=${run.id}`)}
        >
          Weigh and log it
        </Button>
        {children}
        <Button disabled={!mayLog || !lastEvent} onClick={() => lastEvent && acts.withdraw(lastEvent)}>
          Take the last one back
        </Button>
        {mayLog && <TwiceButton label="Leave it" sure="Leave it, nothing is logged" onSure={() => acts.end()} />}
      </Row>
      <ProblemNotice error={acts.error ?? error ?? null} />
    </>
  );
}
