import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import type { Schema } from '../api/client';
import { driedWord, fateWord, formOf, lossWord, stateWord, stepDone, stepWord } from '../ui/words';
import { onDayTime } from '../live/time';
import { EntryPhotographs } from '../photographs/Photographs';
import { Question } from '../ledger/Question';
import styles from './EntryList.module.css';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import { whenShown } from '../ui/whenShown';

const CompleteEntry = whenShown(async () => (await import('./CompleteEntry')).CompleteEntry);
const CorrectWeighing = whenShown(async () => (await import('./CorrectWeighing')).CorrectWeighing);
const SetTime = whenShown(async () => (await import('./SetTime')).SetTime);
const VoidEntry = whenShown(async () => (await import('./VoidEntry')).VoidEntry);

/** Entries in order, newest first, each with its weighings as logged, its balance and what was set right. */
interface Props {
  entries: readonly Schema['EntryView'][];
  /** The lot whose page this is. */
  here: string;
  lotId: string;
  fibre: Schema['Fibre'];
}

export function EntryList({ entries, here, lotId, fibre }: Props) {
  return (
    <ol className={styles.entryList} reversed>
      {[...entries].reverse().map((entry) => (
        <EntryItem key={entry.id} entry={entry} here={here} lotId={lotId} fibre={fibre} />
      ))}
    </ol>
  );
}

const edge: Record<Schema['BalanceStatus'], 'oat' | 'lichen' | 'weld' | 'madder'> = {
  open: 'oat',
  fits: 'lichen',
  usualLoss: 'lichen',
  usualGain: 'lichen',
  suspicious: 'weld',
  unusual: 'weld',
  impossible: 'madder',
};

function EntryItem({
  entry,
  here,
  lotId,
  fibre,
}: {
  entry: Schema['EntryView'];
  here: string;
  lotId: string;
  fibre: Schema['Fibre'];
}) {
  const [voiding, setVoiding] = useState(false);
  const [adding, setAdding] = useState(false);
  const [timing, setTiming] = useState(false);
  const [correcting, setCorrecting] = useState<Schema['FlowView'] | null>(null);
  return (
    <li
      className={clsx(styles.entryItem, styles.entry)}
      style={{
        borderLeft: `3px solid var(--${entry.answer || entry.confirmedBecause ? 'oat' : edge[entry.balance?.status ?? 'fits']})`,
      }}
      id={entry.id}
      tabIndex={-1}
    >
      <p className={typography.strong}>
        {stepWord[entry.step]}
        {entry.balance?.yield ? `, ${entry.balance.yield.text} kept` : ''}
      </p>
      <p className={clsx(typography.quiet, typography.note)}>
        {[onDayTime(entry.doneAt), entry.who, entry.minutes ? `${entry.minutes} min` : '', entry.notes]
          .filter(Boolean)
          .join(' · ')}
      </p>
      <ul className={layout.bareList}>
        {entry.flows.map((flow) => (
          <li key={flow.id}>
            <FlowLine flow={flow} fibre={fibre} onCorrect={() => setCorrecting(flow)} />
          </li>
        ))}
      </ul>
      {entry.dyeing && <DyeLine dyeing={entry.dyeing} />}
      {entry.asked ? (
        <Question entryId={entry.id} />
      ) : (
        entry.balance && (
          <p className={styles.sentence}>
            {entry.balance.sentence}
            {entry.answer ? ` ${answerWord[entry.answer]}` : ''}
            {entry.confirmedBecause ? ` Kept because: ${entry.confirmedBecause}` : ''}
          </p>
        )
      )}
      {entry.balance && entry.step !== 'recount' && (
        <Button
          className={styles.firstAct}
          size="inline"
          onClick={() => setAdding(true)}
          aria-label={`Add to ${stepDone[entry.step]} of ${onDayTime(entry.doneAt)}`}
        >
          Add what was forgotten
        </Button>
      )}
      <Button
        size="inline"
        className={entry.balance && entry.step !== 'recount' ? undefined : styles.firstAct}
        onClick={() => setTiming(true)}
        aria-label={`Set right when it was: ${stepDone[entry.step]} of ${onDayTime(entry.doneAt)}`}
      >
        When it was
      </Button>
      <Button
        size="inline"
        onClick={() => setVoiding(true)}
        aria-label={`Void ${stepDone[entry.step]} of ${onDayTime(entry.doneAt)}`}
      >
        Void
      </Button>
      <EntryPhotographs
        lotId={lotId}
        entryId={entry.id}
        when={`${stepDone[entry.step]} of ${onDayTime(entry.doneAt)}`}
      />
      {adding && <CompleteEntry entry={entry} fibre={fibre} close={() => setAdding(false)} />}
      {timing && <SetTime entry={entry} close={() => setTiming(false)} />}
      {voiding && <VoidEntry entry={entry} here={here} close={() => setVoiding(false)} />}
      {correcting && <CorrectWeighing entryId={entry.id} flow={correcting} close={() => setCorrecting(null)} />}
    </li>
  );
}

/** A dyeing as it was noted, its colours side by side. */
function DyeLine({ dyeing }: { dyeing: Schema['DyeingView'] }) {
  const colours = [dyeing.colourBefore, dyeing.colourAfter].filter(Boolean);
  return (
    <div className={styles.dyeLine}>
      {colours.length > 0 && (
        <svg width={colours.length * 26} height="22" role="img" aria-label={`Colours ${colours.join(', then ')}`}>
          {colours.map((colour, i) => (
            <rect key={colour + i} x={i * 26} y="1" width="22" height="20" rx="3" fill={colour} stroke="var(--bark)" />
          ))}
        </svg>
      )}
      {[
        dyeing.words,
        dyeing.portions.map((p) => `${p.of} ${p.mass.text}`).join(', '),
        dyeing.dried ? `dried ${driedWord[dyeing.dried]}` : '',
      ]
        .filter(Boolean)
        .join(' · ')}
    </div>
  );
}

const answerWord: Record<Schema['GapAnswer'], string> = {
  notKnown: 'Asked; nobody knows.',
  asItIs: 'Asked; the weights are right.',
};

const roleWord: Record<Schema['FlowRole'], string> = {
  in: 'took',
  out: 'made',
  loss: 'lost',
  gain: 'took up',
  count: 'counted',
};

function FlowLine({
  flow,
  fibre,
  onCorrect,
}: {
  flow: Schema['FlowView'];
  fibre: Schema['Fibre'];
  onCorrect: () => void;
}) {
  const how =
    flow.amount === 'whole'
      ? 'all of it'
      : flow.amount === 'byDifference'
        ? 'by difference'
        : flow.amount === 'notWeighed'
          ? 'not weighed'
          : flow.state
            ? stateWord[flow.state]
            : '';
  const mass = flow.logged ?? flow.reference;
  return (
    <div className={styles.sentence}>
      {roleWord[flow.role]} {flow.lotCode ? <RouterLink to={`/lots/${flow.lotCode}`}>{flow.lotCode}</RouterLink> : null}{' '}
      {flow.role === 'out' && flow.form
        ? formOf(flow.form, fibre)
        : flow.lossKind
          ? lossWord[flow.lossKind]
          : (flow.gainKind ?? '')}{' '}
      <strong>{mass?.text ?? 'not known yet'}</strong>
      <span className={typography.quiet}>
        {' '}
        {[
          how,
          flow.humidityPercent != null ? `at ${flow.humidityPercent} %` : '',
          flow.logged && flow.reference && flow.logged.text !== flow.reference.text
            ? `${flow.reference.text} at reference`
            : '',
          doubted(flow) ? `${flow.reconciled!.text} by the rest of the log` : '',
          flow.fate ? fateWord[flow.fate] : '',
          flow.added ? `added by ${flow.added.who}, ${onDayTime(flow.added.at)}` : '',
        ]
          .filter(Boolean)
          .join(', ')}
      </span>
      {flow.logged && (
        <Button
          className={styles.flowLineButton}
          size="small"
          onClick={onCorrect}
          aria-label={`Set ${flow.logged.text} right`}
        >
          Set right
        </Button>
      )}
      {flow.corrections.map((c) => (
        <div className={styles.padded} key={c.at}>
          was <s>{c.was}</s>, set to {c.is} by {c.who}, {onDayTime(c.at)}: {c.because}
        </div>
      ))}
    </div>
  );
}

/** A weighing that was set aside: its logged figure and the one the rest of the log leaves for it stand side by side. */
const doubted = (flow: Schema['FlowView']) =>
  flow.logged &&
  flow.reconciled &&
  flow.zScore == null &&
  Math.abs(flow.reconciled.grams - (flow.reference?.grams ?? 0)) > 0.5;
