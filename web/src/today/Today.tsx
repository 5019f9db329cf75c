import Button from '@mui/material/Button';
import clsx from 'clsx';
import { Link as RouterLink } from 'react-router';
import { type Schema } from '../api/client';
import { useDrafts, useToday, useRuns } from '../api/queries';
import { heldLots } from '../runs/queries';
import { MassOf, Figure } from '../ui/Figure';
import { ProblemNotice, Section } from '../ui/Notices';
import { Question } from '../ledger/Question';
import { daysWord, formOf, parentage, stepWord } from '../ui/words';
import { Drafts } from './Drafts';
import { EmptyShed } from './EmptyShed';
import { Example } from './Example';
import { DayOfMotion } from './DayOfMotion';
import { Running } from './Running';
import { WaitingLine } from './WaitingLine';
import { Column } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './Today.module.css';

/** The workshop as it stands: what waits and how long, what needs a second look, the month so far. */
export function Today() {
  const today = useToday();
  const drafts = useDrafts();
  const runs = useRuns();
  if (today.isLoadingError) return <ProblemNotice error={today.error} retry={() => void today.refetch()} />;
  if (!today.data) return null;
  const { waiting, questions, month } = today.data;
  if (waiting.length === 0 && today.data.samples === 0) return <EmptyShed />;
  // What lies in a bath or on a rack runs; it waits for nobody.
  const held = heldLots(runs.data);
  const idle = waiting.filter((w) => !held.has(w.lot.id));
  const longest = idle.find((w) => w.at);

  return (
    <Column gap={3}>
      <div className={clsx(runs.data?.length && styles.now)}>
        <Running />
        <Section title="Next">
          {longest ? (
            <NextUp waiting={longest} />
          ) : (
            <p>Nothing waits at a station. Prepared fibre is ready to be sampled.</p>
          )}
          <CameToday lots={waiting.filter((w) => w.days === 0)} />
        </Section>
      </div>
      <DayOfMotion motion={today.data.motion} />
      {today.data.example && <Example code={today.data.example} />}
      <Section title="What waits, and how long" level="h2">
        <WaitingLine waiting={idle} />
      </Section>
      <div className={styles.columns}>
        <Section title="Look again">
          {(drafts.data?.length ?? 0) > 0 && <Drafts drafts={drafts.data!} />}
          {questions.length === 0 && drafts.data?.length === 0 && <p>Every balance fits, or was answered.</p>}
          <ul className={styles.list}>
            {questions.map((id) => (
              <li key={id}>
                <Question entryId={id} named />
              </li>
            ))}
          </ul>
          {today.data.moreQuestions > 0 && <p className={typography.quiet}>and {today.data.moreQuestions} more</p>}
        </Section>
        <Section title={month.month}>
          <Column gap={1.5}>
            <MassOf mass={month.rawIn} label="raw in" />
            <MassOf mass={month.preparedOut} label="prepared out" />
            <Figure text={`${month.hours.toFixed(1)} h`} from="measured" label="at the bench" />
          </Column>
        </Section>
      </div>
    </Column>
  );
}

const mostNamed = 5;

/** What was taken in or made today, whatever waits for it. */
function CameToday({ lots }: { lots: readonly Schema['WaitingLot'][] }) {
  if (lots.length === 0) return null;
  return (
    <p className={layout.above16}>
      Came today:{' '}
      {lots.slice(0, mostNamed).map(({ lot }, i) => (
        <span key={lot.id}>
          {i > 0 && '; '}
          <RouterLink to={`/lots/${lot.code}`}>{lot.code}</RouterLink> {parentage(lot.parentage)},{' '}
          {formOf(lot.form, lot.fibre)}
          {lot.left && (
            <>
              , <span className={typography.oneLine}>{lot.left.text}</span>
            </>
          )}
        </span>
      ))}
      {lots.length > mostNamed && `; and ${lots.length - mostNamed} more`}
    </p>
  );
}

function NextUp({ waiting }: { waiting: Schema['WaitingLot'] }) {
  const { lot, at, days } = waiting;
  return (
    <Column className={layout.itemsStart} gap={1.5}>
      <p className={styles.sentence}>
        {stepWord[at!]} <RouterLink to={`/lots/${lot.code}`}>{lot.code}</RouterLink>, {parentage(lot.parentage)}{' '}
        {lot.animal ? `(${lot.animal})` : ''}
      </p>
      {lot.left ? <MassOf mass={lot.left} size="big" /> : <p>{formOf(lot.form, lot.fibre)}, not weighed yet</p>}
      <p className={typography.quiet}>It has waited longest: {daysWord(days)}.</p>
      <Button variant="contained" component={RouterLink} to={`/station/${at}?lot=${lot.code}`}>
        Take {lot.code} to {stepWord[at!].toLowerCase()}
      </Button>
    </Column>
  );
}
