import Button from '@mui/material/Button';
import type { FormEvent } from 'react';
import type { Schema } from '../api/client';
import { tappedAt } from '../api/clock';
import type { RunOf } from '../runs/queries';
import { useTap } from '../runs/taps';
import { SelectField } from '../ui/SelectField';
import { NumberField } from '../ui/NumberField';
import { ProblemNotice } from '../ui/Notices';
import { WeightField } from '../ui/WeightField';
import { number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { formOf, lossWord } from '../ui/words';
import { keptWord, rolledWord } from './words';
import { useUnits } from '../api/units';
import { UnitField } from '../ui/UnitField';
import { figureWithUnit } from '../ui/withUnit';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';

/** What came off, counted, how it is rolled and kept; and the waste by its kind. */
export function CameOff({ run, mayLog }: { run: RunOf<'card'>; mayLog: boolean }) {
  const d = run.details;
  const counting = useTap(run.id);
  const weighing = useTap(run.id);
  const made = useFields({
    count: '',
    one: '',
    rod: d.rolled?.rod?.toString() ?? '',
    bundle: '3',
    rolled: (d.rolled?.airy == null ? '' : d.rolled.airy ? 'airy' : 'firm') as '' | 'airy' | 'firm',
    kept: 'loose' as Schema['ProductsKept'],
  });
  const waste = useFields({ kind: d.wasteKinds[0]!, mass: '' });
  const units = useUnits();
  const { values } = made;
  const set = (part: Partial<typeof values>) => {
    counting.clearError();
    made.set(part);
  };
  const count = (e: FormEvent) => {
    e.preventDefault();
    const value = number(values.count);
    if (value === null) return;
    counting.send(
      {
        kind: 'countProducts',
        count: value,
        one: values.one.trim() || null,
        airy: values.rolled === '' ? null : values.rolled === 'airy',
        rod: figureWithUnit(values.rod, units.length),
        kept: values.kept,
        bundleOf: values.kept === 'bundled' ? number(values.bundle) : null,
        at: tappedAt(),
      },
      () => {
        made.reset();
        return () => made.set(values);
      },
    );
  };
  const weigh = (e: FormEvent) => {
    e.preventDefault();
    if (waste.values.mass.trim())
      weighing.send(
        { kind: 'weighCardWaste', ofKind: waste.values.kind, mass: waste.values.mass, at: tappedAt() },
        () => {
          const { mass } = waste.values;
          waste.set({ mass: '' });
          return () => waste.set({ mass });
        },
      );
  };
  return (
    <Column gap={1.5}>
      {d.products && <p>{d.products}</p>}
      {d.waste.length > 0 && (
        <p className={typography.quiet}>{d.waste.map((w) => `${lossWord[w.kind]} ${w.mass.text}`).join(', ')}</p>
      )}
      <Row align="start" component="form" gap={1} aria-label="What came off" onSubmit={count}>
        <NumberField
          style={{ width: 175 }}
          label={`${formOf(d.gives, 'wool')}, how many`}
          whole
          value={values.count}
          onChange={(count) => set({ count })}
          error={counting.error?.at('count')}
        />
        <div style={{ width: 150 }}>
          <WeightField
            label="One weighs"
            value={values.one}
            onChange={(one) => set({ one })}
            error={counting.error?.at('one')}
          />
        </div>
        {d.gives === 'puni' && (
          <UnitField
            style={{ width: 110 }}
            label="Rod"
            unit={units.length}
            value={values.rod}
            onChange={(rod) => set({ rod })}
            error={counting.error?.at('rod')}
          />
        )}
        {(d.gives === 'puni' || d.gives === 'rolag') && (
          <SelectField
            style={{ width: 130 }}
            label="Rolled"
            value={values.rolled}
            onChange={(rolled) => set({ rolled })}
            words={rolledWord}
          />
        )}
        <SelectField
          style={{ width: 175 }}
          label="Kept"
          value={values.kept}
          onChange={(kept) => set({ kept })}
          words={keptWord}
        />
        {values.kept === 'bundled' && (
          <NumberField
            style={{ width: 120 }}
            label="In a bundle"
            whole
            value={values.bundle}
            onChange={(bundle) => set({ bundle })}
            error={counting.error?.at('bundleOf')}
          />
        )}
        <Button className={layout.above6} type="submit" disabled={!mayLog || number(values.count) === null}>
          Note what came off
        </Button>
      </Row>
      <Row align="start" component="form" gap={1} aria-label="Waste of carding" onSubmit={weigh}>
        <SelectField
          style={{ width: 175 }}
          label="Waste"
          value={waste.values.kind}
          onChange={(kind) => waste.set({ kind })}
          of={d.wasteKinds}
          words={lossWord}
        />
        <div style={{ width: 150 }}>
          <WeightField
            label="Waste weighs"
            value={waste.values.mass}
            onChange={(mass) => {
              weighing.clearError();
              waste.set({ mass });
            }}
            error={weighing.error?.at('mass')}
          />
        </div>
        <Button className={layout.above6} type="submit" disabled={!mayLog || !waste.values.mass.trim()}>
          Note the waste
        </Button>
      </Row>
      <ProblemNotice
        error={
          [counting.error, weighing.error].find((e) => e && !e.isToldAt(['count', 'one', 'rod', 'bundleOf', 'mass'])) ??
          null
        }
      />
    </Column>
  );
}
