import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { api, need, server, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { newKey } from '../api/keep';
import { refreshLog } from '../api/queries';
import { Row } from '../ui/layouts';
import { WeightField } from '../ui/WeightField';
import { Notice, ProblemNotice } from '../ui/Notices';
import { formWord, lossWord, stepDone } from '../ui/words';
import { onDay } from '../live/time';
import layout from '../ui/layout.module.css';
import styles from './Question.module.css';

const nameOf = (tap: Schema['AnswerTap']) =>
  [tap.kind, tap.loss, tap.form, tap.flowId, tap.field, tap.mass, tap.lotId].filter(Boolean).join(' ');

const label = (tap: Schema['AnswerTap']): string => {
  switch (tap.kind) {
    case 'lost':
      return `Lost: ${lossWord[tap.loss!]}`;
    case 'heap':
      return `Another heap: ${formWord[tap.form!]}`;
    case 'weighing':
      return tap.words![0]!.toUpperCase() + tap.words!.slice(1);
    case 'restIsThere':
      return `The rest of ${tap.words} is still there`;
    case 'otherLot':
      return tap.words![0]!.toUpperCase() + tap.words!.slice(1);
    case 'asItIs':
      return 'The weights are right';
    case 'notKnown':
      return 'I do not know';
  }
};

/** Each answer of a question is one tap. */
export function AnswerTaps({
  answers,
  busy,
  onTap,
}: {
  answers: readonly Schema['AnswerTap'][];
  busy: boolean;
  onTap: (tap: Schema['AnswerTap']) => void;
}) {
  const [open, setOpen] = useState<Schema['AnswerTap'] | null>(null);
  const [mass, setMass] = useState('');
  if (open) {
    return (
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (mass.trim() !== '') onTap({ ...open, mass: mass.trim() });
        }}
      >
        <Row className={layout.above16} gap={1}>
          <WeightField
            label="It weighed"
            value={mass}
            onChange={setMass}
            placeholder={open.words ?? undefined}
            autoFocus
          />
          <Button type="submit" variant="contained" disabled={busy || mass.trim() === ''}>
            Set it right
          </Button>
          <Button onClick={() => setOpen(null)}>Back</Button>
        </Row>
      </form>
    );
  }
  return (
    <Row className={layout.above8} gap={1}>
      {answers.map((tap) => (
        <Button
          className={styles.button}
          key={nameOf(tap)}
          size="small"
          variant="outlined"
          disabled={busy}
          onClick={() => {
            if (tap.open) {
              // A digit is missing, and only the person knows which: the figure near it is there to be mended.
              setMass(tap.mass ?? '');
              setOpen(tap);
            } else onTap(tap);
          }}
        >
          {label(tap)}
        </Button>
      ))}
    </Row>
  );
}

/** What the log asks about an entry. Whichever answer is tapped, the question is gone. */
export function Question({
  entryId,
  named = false,
  answered,
}: {
  entryId: string;
  named?: boolean;
  answered?: () => void;
}) {
  const path = { id: entryId };
  const [key] = useState(newKey);
  const question = server.useQuery('get', '/api/entries/{id}/question', { params: { path } }, { retry: false });
  const answering = useChange(
    (tap: Schema['AnswerTap']): Promise<unknown> => {
      switch (tap.kind) {
        case 'lost':
          return need(
            api.POST('/api/entries/{id}/completions', {
              params: { path, header: { 'Idempotency-Key': key } },
              body: { loss: { kind: tap.loss! }, answersQuestion: true },
            }),
          );
        case 'heap':
          return need(
            api.POST('/api/entries/{id}/completions', {
              params: { path, header: { 'Idempotency-Key': key } },
              body: { heap: { form: tap.form! }, answersQuestion: true },
            }),
          );
        case 'weighing':
          return need(
            api.POST('/api/entries/{id}/corrections', {
              params: { path: { id: tap.entryId! } },
              body: {
                flowId: tap.flowId!,
                mass: tap.mass!,
                seen: tap.revision,
                because: 'It did not fit the rest of the log.',
              },
            }),
          );
        case 'restIsThere':
          return need(
            api.POST('/api/entries/{id}/rest', {
              params: { path: { id: tap.entryId! } },
              body: { flowId: tap.flowId! },
            }),
          );
        case 'otherLot':
          return need(
            api.POST('/api/entries/{id}/other-lot', {
              params: { path: { id: tap.entryId! } },
              body: { lotId: tap.lotId!, flowId: tap.flowId },
            }),
          );
        default:
          return need(
            api.POST('/api/entries/{id}/answer', {
              params: { path },
              body: { answer: tap.kind === 'asItIs' ? 'asItIs' : 'notKnown' },
            }),
          );
      }
    },
    () => {
      answered?.();
      return refreshLog();
    },
  );
  if (!question.data) return <ProblemNotice error={answering.error} retry={() => void refreshLog()} />;
  const { lotCode, step, doneAt, sentence, answers } = question.data;
  return (
    <Notice tone="watch">
      {named && (
        <>
          <RouterLink to={`/lots/${lotCode}#${entryId}`}>
            {lotCode}, {stepDone[step]} {onDay(doneAt)}
          </RouterLink>
          :{' '}
        </>
      )}
      {sentence}
      <AnswerTaps answers={answers} busy={answering.busy} onTap={answering.go} />
      <ProblemNotice error={answering.error} retry={() => void refreshLog()} />
    </Notice>
  );
}

/** What contradicts in a draft: the weighings that would end it, and that it was there all the same. */
export function DraftQuestion({ draftId, done }: { draftId: string; done: (answer: Schema['EntryAnswer']) => void }) {
  const path = { id: draftId };
  const question = server.useQuery('get', '/api/drafts/{id}/question', { params: { path } }, { retry: false });
  const settling = useChange(
    (tap: Schema['AnswerTap']) =>
      need(
        api.POST('/api/drafts/{id}/settle', {
          params: { path },
          body: {
            mass: tap.mass,
            lotId: tap.lotId,
            field: tap.field,
            entryId: tap.entryId,
            flowId: tap.flowId,
            revision: tap.revision,
          },
        }),
      ),
    done,
  );
  const keeping = useChange(
    () =>
      need(
        api.POST('/api/drafts/{id}/confirm', {
          params: { path },
          body: { because: 'It was there when it was weighed.' },
        }),
      ),
    done,
  );
  if (!question.data) return null;
  return (
    <>
      {question.data.answers.length > 0 && <p className={layout.above8}>Which was it?</p>}
      <AnswerTaps answers={question.data.answers} busy={settling.busy} onTap={settling.go} />
      {question.data.aboveTheBook && (
        <Button
          className={layout.above8}
          size="small"
          variant="outlined"
          disabled={keeping.busy}
          onClick={() => keeping.go()}
        >
          It was there: log it
        </Button>
      )}
      <ProblemNotice error={settling.error ?? keeping.error} />
    </>
  );
}
