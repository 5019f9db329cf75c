import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { useChange } from '../api/change';
import { api, need, type Schema } from '../api/client';
import { refreshLog, useSession } from '../api/queries';
import { Question } from '../ledger/Question';
import { Notice, ProblemNotice } from '../ui/Notices';
import { formOf, stepDone } from '../ui/words';

interface Props {
  answer: Schema['EntryAnswer'];
  step: Schema['StepKind'];
  /** It was a slip, and stands in the log as taken back. */
  takenBack: () => void;
}

/** What was logged last: it stays readable while the bench is set up anew. */
export function Logged({ answer, step, takenBack }: Props) {
  // What is asked about it stands below, with its answers, until one is tapped.
  const [answered, setAnswered] = useState<string | null>(null);
  const asks = answer.asks && answer.asks !== answered ? answer.asks : null;
  const mayLog = useSession().data?.workshop?.role !== 'looker';
  const [others, setOthers] = useState(false);
  const taking = useChange(
    async (entryId: string) => {
      const path = { id: entryId };
      const { entries } = await need(api.GET('/api/entries/{id}/hanging', { params: { path } }));
      if (entries.length > 1) return true;
      await api.POST('/api/entries/{id}/void', { params: { path }, body: { because: 'taken back at once' } });
      return false;
    },
    async (hangs) => {
      setOthers(hangs);
      if (hangs) return;
      takenBack();
      await refreshLog();
    },
  );
  return (
    <>
      <Notice tone={asks ? 'watch' : 'kept'}>
        Logged as {stepDone[step]}:{' '}
        {answer.made.map((lot, i) => (
          <span key={lot.id}>
            {i > 0 && ', '}
            <RouterLink to={`/lots/${lot.code}`}>{lot.code}</RouterLink> ({formOf(lot.form, lot.fibre)})
          </span>
        ))}
        . {asks ? '' : answer.asks ? 'Answered.' : answer.sentence}
        {answer.entryId && mayLog && (
          <Button size="inline" disabled={taking.busy} onClick={() => taking.go(answer.entryId!)}>
            Take it back
          </Button>
        )}
      </Notice>
      {others && (
        <Notice tone="watch">
          Somebody has gone on from it: void it on the lot’s page, where all that hangs on it is shown.
        </Notice>
      )}
      <ProblemNotice error={taking.error} />
      {asks && <Question key={asks} entryId={asks} answered={() => setAnswered(asks)} />}
    </>
  );
}
