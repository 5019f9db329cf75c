import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Link } from '../ui/Link';
import { Typography } from '../ui/Typography';
import { Link as RouterLink } from 'react-router';
import { type Schema } from '../api/client';
import { useDrafts, useToday, useRuns } from '../api/queries';
import { heldLots } from '../runs/queries';
import { MassOf, Figure } from '../ui/Figure';
import { ProblemNotice, Section } from '../ui/Notices';
import { Question } from '../ui/Question';
import { daysWord, formOf, parentage, stepWord } from '../ui/words';
import { Drafts } from './Drafts';
import { EmptyShed } from './EmptyShed';
import { Example } from './Example';
import { DayOfMotion } from './DayOfMotion';
import { Running } from './Running';
import { WaitingLine } from './WaitingLine';
import { Column } from '../ui/layouts';
import { useLater } from '../ui/useLater';

/** The workshop as it stands: what waits and how long, what needs a second look, the month so far. */
export function Today() {
  const today = useToday();
  const drafts = useDrafts();
  const runs = useRuns();
  const later = useLater();
  if (today.isLoadingError) return <ProblemNotice error={today.error} again={() => void today.refetch()} />;
  if (!today.data) return null;
  const { waiting, questions, month } = today.data;
  if (waiting.length === 0 && today.data.samples === 0) return <EmptyShed />;
  // What lies in a bath or on a rack runs; it waits for nobody.
  const held = heldLots(runs.data);
  const idle = waiting.filter((w) => !held.has(w.lot.id));
  const longest = idle.find((w) => w.at);

  return (
    <Column gap={3}>
      <Running />
      <DayOfMotion motion={today.data.motion} />
      {today.data.example && <Example code={today.data.example} />}
      <Section title="What waits, and how long" level="h2">
        <WaitingLine waiting={idle} />
      </Section>
      {later && (
        <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', md: '1.15fr 1fr 1fr' } }}>
          <Section title="Next">
            {longest ? (
              <NextUp waiting={longest} />
            ) : (
              <Typography>Nothing waits at a station. Prepared fibre is ready to be sampled.</Typography>
            )}
          </Section>
          <Section title="Look again">
            {(drafts.data?.length ?? 0) > 0 && <Drafts drafts={drafts.data!} />}
            {questions.length === 0 && drafts.data?.length === 0 && (
              <Typography>Every balance fits, or was answered.</Typography>
            )}
            <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, display: 'grid', gap: 1 }}>
              {questions.map((id) => (
                <li key={id}>
                  <Question entryId={id} named />
                </li>
              ))}
            </Box>
            {today.data.moreQuestions > 0 && (
              <Typography color="text.secondary">and {today.data.moreQuestions} more</Typography>
            )}
          </Section>
          <Section title={month.month}>
            <Column gap={1.5}>
              <MassOf mass={month.rawIn} label="raw in" />
              <MassOf mass={month.preparedOut} label="prepared out" />
              <Figure text={`${month.hours.toFixed(1)} h`} from="measured" label="at the bench" />
            </Column>
          </Section>
        </Box>
      )}
    </Column>
  );
}

function NextUp({ waiting }: { waiting: Schema['WaitingLot'] }) {
  const { lot, at, days } = waiting;
  return (
    <Column gap={1.5} sx={{ justifyItems: 'start' }}>
      <Typography sx={{ fontSize: '1.15rem' }}>
        {stepWord[at!]}{' '}
        <Link component={RouterLink} to={`/lots/${lot.code}`}>
          {lot.code}
        </Link>
        , {parentage(lot.parentage)} {lot.animal ? `(${lot.animal})` : ''}
      </Typography>
      {lot.left ? (
        <MassOf mass={lot.left} size="big" />
      ) : (
        <Typography>{formOf(lot.form, lot.fibre)}, not weighed yet</Typography>
      )}
      <Typography color="text.secondary">It has waited longest: {daysWord(days)}.</Typography>
      <Button variant="contained" component={RouterLink} to={`/station/${at}?lot=${lot.code}`}>
        Take {lot.code} to {stepWord[at!].toLowerCase()}
      </Button>
    </Column>
  );
}
