import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import type { Schema } from '../api/client';
import { Question } from '../ledger/Question';
import { Notice } from '../ui/Notices';
import { formOf, stepDone } from '../ui/words';

/** What was logged last: it stays readable while the bench is set up anew. */
export function Logged({ answer, step }: { answer: Schema['EntryAnswer']; step: Schema['StepKind'] }) {
  // What is asked about it stands below, with its answers, until one is tapped.
  const [answered, setAnswered] = useState<string | null>(null);
  const asks = answer.balance?.status === 'suspicious' && answer.entryId !== null && answer.entryId !== answered;
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
        . {asks ? '' : answered === answer.entryId ? 'Answered.' : answer.sentence}
      </Notice>
      {asks && <Question entryId={answer.entryId!} answered={() => setAnswered(answer.entryId)} />}
    </>
  );
}
