import { clsx } from 'clsx';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type ReactNode } from 'react';
import type { Schema } from '../api/client';
import { SelectField } from '../ui/SelectField';
import { fateWord, formWords, lossWord, stateWord } from '../ui/words';
import { DyeFields } from './DyeFields';
import { YarnFields } from './YarnFields';
import { Tally } from './Tally';
import { WeightField } from '../ui/WeightField';
import {
  nextForm,
  nextLoss,
  noYarn,
  sentHeaps,
  type Giving,
  type Losing,
  type OnBench,
  type StationState,
} from './stationState';
import { isSpun } from '../ui/spun';
import { NumberField } from '../ui/NumberField';
import { TimeField } from '../ui/TimeField';
import { Column, Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
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

/** On a phone before everything else of the form. */

/** The log of a step: the big number first, then what was lost, then what can wait. */
export function StationFields({
  station,
  fibre,
  gives,
  state,
  change,
  at,
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
  const giving = (i: number, part: Partial<Giving>) =>
    change({ to: state.to.map((t, k) => (k === i ? { ...t, ...part } : t)) });
  const losing = (i: number, part: Partial<Losing>) =>
    change({ losses: state.losses.map((l, k) => (k === i ? { ...l, ...part } : l)) });
  // Refusals name the losses that were sent; the empty rows in between were not.
  const sentIndex = (i: number) =>
    state.losses.slice(0, i).filter((l) => l.byDifference || l.mass.trim() !== '').length;
  // Refusals name the heaps that were sent.
  const sent = sentHeaps(state);
  const heap = (t: (typeof state.to)[number]) => `to[${sent.indexOf(t)}]`;
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
              onChange={(mass) => giving(i, { mass })}
              error={at(`${heap(t)}.mass`)}
              understood={understood(`${heap(t)}.mass`)}
              placeholder={damp ? 'leave empty: it is weighed when it is dry' : 'any unit: 540, 0.54 kg, 1 lb 3 oz'}
            />
          </div>
          <SelectField
            label="Made"
            value={t.form}
            onChange={(form) => giving(i, { form })}
            words={formWords(fibre)}
            of={gives}
            error={!!at(`${heap(t)}.form`)}
            helperText={at(`${heap(t)}.form`)}
          />
          <SelectField
            label="Weighed"
            value={t.state}
            onChange={(s) => giving(i, { state: s })}
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
              change={(part) => giving(i, { yarn: { ...(t.yarn ?? noYarn), ...part } })}
              at={(field) => at(`${heap(t)}.yarn.${field}`)}
            />
          ),
      )}
      {state.gains.map((g, i) => {
        const taken = (mass: string) => change({ gains: state.gains.map((o, k) => (k === i ? { ...o, mass } : o)) });
        return (
          <div key={g.kind}>
            <WeightField
              label={g.kind === 'dye' ? 'Dye taken up' : 'Dressing mixed in'}
              value={g.mass}
              onChange={taken}
              error={at(`gains[${i}].mass`)}
              understood={g.mass ? understood(`gains[${i}].mass`) : null}
              placeholder={g.kind === 'dye' ? 'dry dyestuff that stayed, if you know it' : 'weighed out, any unit'}
            />
            {g.kind === 'dressing' && dressing.length > 0 && (
              <Row align="center" className={layout.above8} gap={1}>
                <p className={typography.quiet}>Usual, of the fibre’s weight:</p>
                {dressing.map((d) => (
                  <Button key={d.percent} variant="outlined" onClick={() => taken(d.mass.text)}>
                    {d.percent} %: {d.mass.text}
                  </Button>
                ))}
              </Row>
            )}
          </div>
        );
      })}
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
      {state.losses.length > 0 && <h2 className={typography.subheading}>What left</h2>}
      {state.losses.map((l, i) => (
        <div className={styles.loss} key={i}>
          <SelectField
            label="Loss"
            value={l.kind}
            onChange={(kind) => losing(i, { kind })}
            words={lossWord}
            of={[...new Set([...station.usualLosses, 'spilled', 'other', l.kind] as const)]}
          />
          {l.byDifference ? (
            <p className={styles.sentence}>found by difference, from the weights before and after</p>
          ) : (
            <WeightField
              label="Weight"
              value={l.mass}
              onChange={(mass) => losing(i, { mass })}
              error={at(`losses[${sentIndex(i)}].mass`)}
              understood={l.mass ? understood(`losses[${sentIndex(i)}].mass`) : null}
            />
          )}
          <SelectField
            label="Goes"
            value={l.fate}
            onChange={(fate) => losing(i, { fate })}
            words={{ '': 'not noted', ...fateWord }}
          />
          <Button onClick={() => change({ losses: state.losses.filter((_, k) => k !== i) })}>Remove</Button>
        </div>
      ))}
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
      {more && (
        <div className={styles.more}>
          <TimeField
            label="When"
            kind="datetime-local"
            value={state.doneAt}
            onChange={(doneAt) => change({ doneAt })}
            error={at('doneAt')}
            help="empty for now"
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
              onChange={(text) => giving(i, { worth: text })}
              error={at(`${heap(t)}.worth`)}
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
                  onChange={(text) => losing(i, { worth: text })}
                  error={at(`losses[${sentIndex(i)}].worth`)}
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
      )}
    </Column>
  );
}
