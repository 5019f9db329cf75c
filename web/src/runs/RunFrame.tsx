import { clsx } from 'clsx';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import type { Schema } from '../api/client';
import { Photographs } from '../photographs/Photographs';
import { ProblemNotice } from '../ui/Notices';
import { TwiceButton } from '../ui/TwiceButton';
import { Column, Row } from '../ui/layouts';
import { LotLinks } from './LotLinks';
import { codesOf, type Run } from './queries';
import { PauseNotice } from './SayCount';
import { UnlikelyFigures } from './UnlikelyFigures';
import { useUnlikely, useUnseen, type useRunActs } from './taps';
import typography from '../ui/typography.module.css';
import styles from './RunFrame.module.css';

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
    <section className={styles.runFrame} aria-label={`${at} ${codesOf(run)}`}>
      <div>
        <h2>
          <LotLinks codes={run.lots.map((l) => l.code)} />, {title}
        </h2>
        <p className={typography.quiet}>
          {about}; {run.who}
        </p>
      </div>
      <PauseNotice step={run.craft} />
      <UnlikelyFigures run={run.id} />
      {children}
      <Photographs of="run" id={run.id} what={codesOf(run)} />
    </section>
  );
}

/** The picture with its figures, and the count beside it; on a phone the count comes first. */
export const RunPanes = ({ first, picture, count }: { first?: ReactNode; picture: ReactNode; count: ReactNode }) => (
  <div className={clsx(styles.panes, first && styles.three)}>
    {first && <div className={styles.first}>{first}</div>}
    <Column className={styles.picture} gap={1}>
      {picture}
    </Column>
    <Column gap={1}>{count}</Column>
  </div>
);

/** How many of how many, and what goes with it. */
export const Counted = ({ done, of, beside }: { done: number; of: number; beside?: ReactNode }) => (
  <p className={styles.counted} role="status">
    {done} of {of}
    {beside && <span className={styles.beside}>{beside}</span>}
  </p>
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
  const waits = useUnseen(run)(() => true) > 0;
  // What is asked about is not noted yet: it would be left out of the entry.
  const isAsked = useUnlikely(run.id).length > 0;
  return (
    <>
      <Row gap={1}>
        <Button
          variant="contained"
          disabled={!mayLog || !run.mayBeLogged || isAsked}
          onClick={() => void navigate(`/station/${station}?run=${run.id}`)}
        >
          Weigh and log it
        </Button>
        {mayLog && run.mayGoOn && (
          <Button disabled={isAsked} onClick={() => void navigate(`/station/${station}?run=${run.id}&goesOn=1`)}>
            Log what is done and go on
          </Button>
        )}
        {children}
        <Button disabled={!mayLog || (!lastEvent && !waits)} onClick={() => acts.withdrawLast(lastEvent)}>
          Take the last one back
        </Button>
        {mayLog && <TwiceButton label="Leave it" sure="Leave it, nothing is logged" onSure={() => acts.end()} />}
      </Row>
      <ProblemNotice error={acts.error ?? error ?? null} />
    </>
  );
}
