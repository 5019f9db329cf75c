import { clsx } from 'clsx';
import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import type { Refusal, Schema } from '../api/client';
import { SelectField } from '../ui/SelectField';
import { formWords, lossWord, stateWord } from '../ui/words';
import { DyeFields } from './DyeFields';
import { YarnFields } from './YarnFields';
import { Tally } from './Tally';
import { WeightField } from '../ui/WeightField';
import { StationGains } from './StationGains';
import { StationLosses } from './StationLosses';
import { StationMore } from './StationMore';
import { giving, heapField, nextForm, nextLoss, noYarn, type OnBench, type StationState } from './stationState';
import { isSpun } from '../ui/spun';
import { Column, Row } from '../ui/layouts';
import styles from './StationFields.module.css';

interface Props {
  /** Something else on the page comes first: the weight field does not take the focus. */
  quiet?: boolean;
  station: Schema['StationView'];
  /** Of what is on the bench. */
  fibre: Schema['Fibre'];
  /** What can be made of it, the usual first. */
  gives: readonly Schema['LotForm'][];
  state: OnBench;
  change: (part: Partial<StationState>) => void;
  at: (field: string) => string | undefined;
  /** The question about a figure that hardly can be, of a field whose name begins so. */
  question: (field: string) => Refusal | undefined;
  understood: (field: string) => string | undefined;
  /** What the field for the room's humidity says while it is empty. */
  air: string;
  /** What the usual dressings come to for the fibre on the bench. */
  dressing: readonly Schema['PortionView'][];
  /** What the doses of a dyeing come to. */
  dyeing: Schema['DyeingView'] | null | undefined;
  currency: string;
  /** Stands right under the number on a phone. */
  keypad: ReactNode;
  children: ReactNode;
}

/** The log of a step: the big number first, then what was lost, then what can wait. */
export function StationFields({
  station,
  fibre,
  gives,
  state,
  change,
  at,
  question,
  understood,
  air,
  dressing,
  dyeing,
  currency,
  quiet,
  keypad,
  children,
}: Props) {
  const [more, setMore] = useState(false);
  const difference = state.losses.findIndex((l) => l.byDifference);
  const byDifference = (kind: Schema['LossKind']) =>
    change({ losses: [...state.losses, { kind, mass: '', fate: '', byDifference: true, worth: '' }] });
  const damp = station.usualState === 'damp';

  return (
    <Column gap={2}>
      {state.to.map((t, i) => (
        <div key={i} className={clsx(styles.heap, i > 0 && styles.nextHeap)}>
          <div className={i === 0 ? styles.pad : undefined}>
            <WeightField
              big={i === 0}
              autoFocus={i === 0 && !quiet}
              label={i === 0 ? 'What it weighs now' : 'And this heap weighs'}
              value={t.mass}
              onChange={(mass) => giving(change, state, i, { mass })}
              error={at(`${heapField(state, t)}.mass`)}
              understood={understood(`${heapField(state, t)}.mass`)}
              placeholder={damp ? 'leave empty: it is weighed when it is dry' : 'any unit: 540, 0.54 kg, 1 lb 3 oz'}
            />
          </div>
          <SelectField
            label="Made"
            value={t.form}
            onChange={(form) => giving(change, state, i, { form })}
            words={formWords(fibre)}
            of={gives}
            error={!!at(`${heapField(state, t)}.form`)}
            helperText={at(`${heapField(state, t)}.form`)}
          />
          <SelectField
            label="Weighed"
            value={t.state}
            onChange={(s) => giving(change, state, i, { state: s })}
            words={stateWord}
            of={station.states}
          />
          {i > 0 && <Button onClick={() => change({ to: state.to.filter((_, k) => k !== i) })}>Remove</Button>}
        </div>
      ))}
      {state.to.map(
        (t, i) =>
          isSpun(t.form) && (
            <YarnFields
              key={`yarn ${i}`}
              title={state.to.length > 1 ? `The yarn of heap ${i + 1}` : 'The yarn'}
              form={t.form}
              yarn={t.yarn ?? noYarn}
              change={(part) => giving(change, state, i, { yarn: { ...(t.yarn ?? noYarn), ...part } })}
              at={(field) => at(`${heapField(state, t)}.yarn.${field}`)}
              question={question(`${heapField(state, t)}.yarn.`)}
            />
          ),
      )}
      <StationGains state={state} change={change} at={at} understood={understood} dressing={dressing} />
      {station.usualGain === 'dye' && (
        <DyeFields
          dyeing={state.dyeing}
          change={(part) => change({ dyeing: { ...state.dyeing, ...part } })}
          at={at}
          told={dyeing}
        />
      )}
      <Tally
        measures={station.measures}
        noted={state.measures ?? {}}
        change={(measures) => change({ measures })}
        at={at}
      />
      <Column className={styles.pad} gap={1.5}>
        <div className={styles.keys}>{keypad}</div>
        {station.rest && station.mayFindByDifference && difference < 0 && (
          <div className={styles.theRest}>
            <Button onClick={() => byDifference(station.rest!.as)}>The rest is {lossWord[station.rest.as]}</Button>
          </div>
        )}
        {children}
      </Column>
      <StationLosses station={station} state={state} change={change} at={at} understood={understood} />
      <Row gap={1}>
        <Button
          onClick={() =>
            change({
              losses: [
                ...state.losses,
                {
                  kind: nextLoss(station, state),
                  mass: '',
                  fate: '',
                  byDifference: false,
                  worth: '',
                },
              ],
            })
          }
        >
          Add a loss
        </Button>
        {station.mayFindByDifference && difference < 0 && (
          <Button onClick={() => byDifference(station.byDifference ?? nextLoss(station, state))}>
            Find a loss by difference
          </Button>
        )}
        <Button
          onClick={() =>
            change({
              to: [...state.to, { form: nextForm(gives, state), mass: '', state: station.usualState, worth: '' }],
            })
          }
        >
          Add another heap
        </Button>
        <Button onClick={() => setMore(!more)} aria-expanded={more}>
          {more ? 'Less' : 'When, who, minutes, humidity, notes'}
        </Button>
      </Row>
      {more && <StationMore station={station} state={state} change={change} at={at} air={air} currency={currency} />}
    </Column>
  );
}
