import Button from '@mui/material/Button';
import { useState, type FormEvent } from 'react';
import type { Schema } from '../api/client';
import { tappedAt } from '../api/clock';
import type { RunOf } from '../runs/queries';
import { emptying, useTap } from '../runs/taps';
import { SelectField } from '../ui/SelectField';
import { ProblemNotice } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { WeightField } from '../ui/WeightField';
import { number } from '../ui/figures';
import { Column } from '../ui/layouts';
import { useUnits } from '../api/units';
import { figureWithUnit } from '../ui/withUnit';
import { UnitField } from '../ui/UnitField';
import layout from '../ui/layout.module.css';
import styles from './WeighAtCombs.module.css';

type What = 'tufts' | 'sliver' | 'nests' | 'ends' | 'waste' | 'loads';

const whatWord: Record<What, string> = {
  tufts: 'what the last transfer left',
  sliver: 'a measured length of top',
  nests: 'nests, and one of them',
  ends: 'ends of draws, kept apart',
  waste: 'waste on the floor',
  loads: 'loads, counted at once',
};

/** The figure beside the weight, where there is one. */
const beside: Partial<Record<What, { label: string; field: string }>> = {
  tufts: { label: 'of how many loads', field: 'loads' },
  sliver: { label: 'length of it', field: 'metres' },
  nests: { label: 'how many', field: 'count' },
  loads: { label: 'how many', field: 'count' },
};

/** What else is weighed and counted at the combs, and what it says: the last transfer's tufts, the evenness of the top, what is kept apart. */
export function WeighAtCombs({ run, mayLog }: { run: RunOf<'comb'>; mayLog: boolean }) {
  const d = run.details;
  const [what, setWhat] = useState<What>(d.way === 'flicked' ? 'waste' : 'tufts');
  const units = useUnits();
  const [mass, setMass] = useState('');
  const [figure, setFigure] = useState('');
  const noting = useTap(run.id);
  const extra = beside[what];
  const count = number(figure) ?? (what === 'tufts' ? d.loadsTogether : 0);
  const note = (e: FormEvent) => {
    e.preventDefault();
    const at = tappedAt();
    const command: Schema['RunCommand'] =
      what === 'tufts'
        ? { kind: 'weighTufts', mass, loads: count, at }
        : what === 'sliver'
          ? { kind: 'weighSliver', metres: figureWithUnit(figure, units.yarn) ?? 0, mass, at }
          : what === 'nests'
            ? { kind: 'countNests', count, mass: mass.trim() || null, at }
            : what === 'ends'
              ? { kind: 'keepEnds', mass, at }
              : what === 'waste'
                ? { kind: 'weighCombWaste', mass, at }
                : { kind: 'countCombLoads', count, at };
    noting.send(command, emptying([mass, setMass], [figure, setFigure]));
  };
  const typed = (of: { label: string; field: string }) => ({
    style: { width: 165 },
    label: of.label,
    value: figure,
    onChange: (text: string) => {
      noting.clearError();
      setFigure(text);
    },
    error: noting.error?.at(of.field),
  });
  const said = [d.advice, d.sliver, d.apart].filter((s) => s !== '');
  return (
    <div className={styles.weighAtCombs}>
      <Column gap={1}>
        {said.map((s) => (
          <p
            className={styles.sentence}
            style={{ borderLeft: `5px solid var(--${s === d.advice && d.verdict === 'enough' ? 'lichen' : 'oat'})` }}
            key={s}
          >
            {s}
          </p>
        ))}
      </Column>
      <form className={styles.whatElseIs} noValidate onSubmit={note} aria-label="What else is weighed">
        <SelectField
          style={{ width: 245 }}
          label="What else is weighed"
          value={what}
          onChange={(next) => {
            noting.clearError();
            setWhat(next);
          }}
          words={whatWord}
        />
        {extra && what === 'sliver' && <UnitField {...typed(extra)} unit={units.yarn} />}
        {extra && what !== 'sliver' && (
          <NumberField
            {...typed(extra)}
            whole
            placeholder={what === 'tufts' ? `${d.loadsTogether}` : undefined}
            shrink={what === 'tufts'}
          />
        )}
        {what !== 'loads' && (
          <div style={{ width: 175 }}>
            <WeightField
              label={what === 'nests' ? 'One weighs' : 'It weighs'}
              value={mass}
              onChange={(text) => {
                noting.clearError();
                setMass(text);
              }}
              error={noting.error?.at('mass')}
            />
          </div>
        )}
        <Button className={layout.above6} type="submit" disabled={!mayLog}>
          Note it
        </Button>
        <ProblemNotice
          error={
            noting.error && !['mass', 'loads', 'metres', 'count'].some((f) => noting.error?.at(f)) ? noting.error : null
          }
        />
      </form>
    </div>
  );
}
