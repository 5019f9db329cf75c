import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Link } from '../ui/Link';
import { Typography } from '../ui/Typography';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import type { Schema } from '../api/client';
import { tone } from '../ui/tones';
import { driedWord, fateWord, formOf, lossWord, stateWord, stepDone, stepWord } from '../ui/words';
import { onDayTime } from '../live/time';
import { EntryPhotographs } from '../photographs/Photographs';
import { Question } from '../ui/Question';
import { CompleteEntry } from './CompleteEntry';
import { CorrectWeighing } from './CorrectWeighing';
import { VoidEntry } from './VoidEntry';
import styles from './EntryList.module.css';

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
    <Box component="ol" reversed sx={{ listStyle: 'none', p: 0, m: 0, display: 'grid', gap: 2 }}>
      {[...entries].reverse().map((entry) => (
        <EntryItem key={entry.id} entry={entry} here={here} lotId={lotId} fibre={fibre} />
      ))}
    </Box>
  );
}

const edge: Record<Schema['BalanceStatus'], 'oat' | 'lichen' | 'weld' | 'madder'> = {
  open: 'oat',
  fits: 'lichen',
  usualLoss: 'lichen',
  usualGain: 'lichen',
  suspicious: 'weld',
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
  const [correcting, setCorrecting] = useState<Schema['FlowView'] | null>(null);
  return (
    <Box
      component="li"
      id={entry.id}
      tabIndex={-1}
      className={styles.entry}
      sx={{
        // What was asked and answered is quiet again.
        borderLeft: `3px solid ${tone(entry.answer || entry.confirmedBecause ? 'oat' : edge[entry.balance?.status ?? 'fits'])}`,
        pl: 1.5,
      }}
    >
      <Typography sx={{ fontWeight: 700 }}>
        {stepWord[entry.step]}
        {entry.balance?.yield ? `, ${entry.balance.yield.text} kept` : ''}
      </Typography>
      <Typography color="text.secondary" sx={{ fontSize: '0.9rem' }}>
        {[onDayTime(entry.doneAt), entry.who, entry.minutes ? `${entry.minutes} min` : '', entry.notes]
          .filter(Boolean)
          .join(' · ')}
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {entry.flows.map((flow) => (
          <li key={flow.id}>
            <FlowLine flow={flow} fibre={fibre} onCorrect={() => setCorrecting(flow)} />
          </li>
        ))}
      </Box>
      {entry.dyeing && <DyeLine dyeing={entry.dyeing} />}
      {entry.asked ? (
        <Question entryId={entry.id} />
      ) : (
        entry.balance && (
          <Typography sx={{ fontSize: '0.95rem' }}>
            {entry.balance.sentence}
            {entry.answer ? ` ${answerWord[entry.answer]}` : ''}
            {entry.confirmedBecause ? ` Kept because: ${entry.confirmedBecause}` : ''}
          </Typography>
        )
      )}
      {entry.balance && entry.step !== 'recount' && (
        <Button
          size="small"
          sx={{ minHeight: 28, minWidth: 0, py: 0, ml: -1, px: 1 }}
          onClick={() => setAdding(true)}
          aria-label={`Add to ${stepDone[entry.step]} of ${onDayTime(entry.doneAt)}`}
        >
          Add what was forgotten
        </Button>
      )}
      <Button
        size="small"
        sx={{ minHeight: 28, minWidth: 0, py: 0, ml: entry.balance ? 0 : -1, px: 1 }}
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
      {voiding && <VoidEntry entry={entry} here={here} close={() => setVoiding(false)} />}
      {correcting && <CorrectWeighing entryId={entry.id} flow={correcting} close={() => setCorrecting(null)} />}
    </Box>
  );
}

/** A dyeing as it was noted, its colours side by side. */
function DyeLine({ dyeing }: { dyeing: Schema['DyeingView'] }) {
  const colours = [dyeing.colourBefore, dyeing.colourAfter].filter(Boolean);
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap', fontSize: '0.95rem' }}>
      {colours.length > 0 && (
        <svg width={colours.length * 26} height="22" role="img" aria-label={`Colours ${colours.join(', then ')}`}>
          {colours.map((colour, i) => (
            <rect key={colour + i} x={i * 26} y="1" width="22" height="20" rx="3" fill={colour} stroke={tone('bark')} />
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
    </Box>
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
    <Box sx={{ fontSize: '0.95rem' }}>
      {roleWord[flow.role]}{' '}
      {flow.lotCode ? (
        <Link component={RouterLink} to={`/lots/${flow.lotCode}`}>
          {flow.lotCode}
        </Link>
      ) : null}{' '}
      {flow.role === 'out' && flow.form
        ? formOf(flow.form, fibre)
        : flow.lossKind
          ? lossWord[flow.lossKind]
          : (flow.gainKind ?? '')}{' '}
      <strong>{mass?.text ?? 'not known yet'}</strong>
      <Box component="span" sx={{ color: 'text.secondary' }}>
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
      </Box>
      {flow.logged && (
        <Button
          size="small"
          sx={{ minHeight: 28, py: 0, ml: 0.5 }}
          onClick={onCorrect}
          aria-label={`Set ${flow.logged.text} right`}
        >
          Set right
        </Button>
      )}
      {flow.corrections.map((c) => (
        <Box key={c.at} sx={{ color: 'text.secondary', pl: 2 }}>
          was <s>{c.was}</s>, set to {c.is} by {c.who}, {onDayTime(c.at)}: {c.because}
        </Box>
      ))}
    </Box>
  );
}

/** A weighing that was set aside: its logged figure and the one the rest of the log leaves for it stand side by side. */
const doubted = (flow: Schema['FlowView']) =>
  flow.logged &&
  flow.reconciled &&
  flow.zScore == null &&
  Math.abs(flow.reconciled.grams - (flow.reference?.grams ?? 0)) > 0.5;
