import TextField from '@mui/material/TextField';
import type { Schema } from '../api/client';
import { NumberField } from '../ui/NumberField';
import { TimeField } from '../ui/TimeField';
import { lossWord } from '../ui/words';
import { giving, heapField, losing, sentLoss, type OnBench, type StationState } from './stationState';
import layout from '../ui/layout.module.css';
import styles from './StationFields.module.css';

interface Props {
  station: Schema['StationView'];
  state: OnBench;
  change: (part: Partial<StationState>) => void;
  at: (field: string) => string | undefined;
  /** What the field for the room's humidity says while it is empty. */
  air: string;
  currency: string;
}

/** What can wait: when it was and who did it, how long it took, the air, what it cost and what it is worth, notes. */
export function StationMore({ station, state, change, at, air, currency }: Props) {
  return (
    <div className={styles.more}>
      <TimeField
        label="When"
        kind="datetime-local"
        value={state.doneAt}
        onChange={(doneAt) => change({ doneAt })}
        error={at('doneAt')}
        help="left empty: now"
      />
      <TextField
        label="Who"
        value={state.who}
        onChange={(e) => change({ who: e.target.value })}
        helperText="empty for you"
      />
      <NumberField
        label="Minutes"
        value={state.minutes}
        onChange={(text) => change({ minutes: text })}
        error={at('minutes')}
        whole
      />
      <NumberField
        label="Room humidity, %"
        value={state.humidity}
        onChange={(text) => change({ humidity: text })}
        error={at('humidityPercent')}
        help={air}
      />
      <NumberField
        label={`Spent on it, ${currency}`}
        value={state.spent}
        onChange={(text) => change({ spent: text })}
        error={at('spent')}
        help={'agents and the like'}
      />
      {state.to.map((t, i) => (
        <NumberField
          key={i}
          label={`Second grade${state.to.length > 1 ? ` ${i + 1}` : ''}, worth ${currency}`}
          value={t.worth ?? ''}
          onChange={(text) => giving(change, state, i, { worth: text })}
          error={at(`${heapField(state, t)}.worth`)}
          help={'a credit to the rest; empty for the main fibre'}
        />
      ))}
      {state.losses.map(
        (l, i) =>
          l.fate !== '' &&
          station.worthFates.includes(l.fate) && (
            <NumberField
              key={`loss ${i}`}
              label={`The ${lossWord[l.kind]} are worth, ${currency}`}
              value={l.worth ?? ''}
              onChange={(text) => losing(change, state, i, { worth: text })}
              error={at(`losses[${sentLoss(state, i)}].worth`)}
              help={'a credit to the rest'}
            />
          ),
      )}
      <TextField
        className={layout.spanAll}
        label="Notes"
        multiline
        value={state.notes}
        onChange={(e) => change({ notes: e.target.value })}
      />
    </div>
  );
}
