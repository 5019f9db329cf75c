import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Typography } from '../ui/Typography';
import type { FormEvent } from 'react';
import type { Schema } from '../api/client';
import { tappedAt } from '../api/clock';
import type { RunOf } from '../runs/queries';
import { useTap } from '../runs/taps';
import { Choice } from '../ui/Choice';
import { NumberField } from '../ui/NumberField';
import { ProblemNotice } from '../ui/Notices';
import { WeightField } from '../ui/WeightField';
import { number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { formOf, lossWord } from '../ui/words';
import { keptWord, rolledWord } from './words';

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
        rod: number(values.rod),
        kept: values.kept,
        bundleOf: values.kept === 'bundled' ? number(values.bundle) : null,
        at: tappedAt(),
      },
      made.reset,
    );
  };
  const weigh = (e: FormEvent) => {
    e.preventDefault();
    if (waste.values.mass.trim())
      weighing.send(
        { kind: 'weighCardWaste', ofKind: waste.values.kind, mass: waste.values.mass, at: tappedAt() },
        () => waste.set({ mass: '' }),
      );
  };
  return (
    <Column gap={1.5}>
      {d.products && <Typography>{d.products}</Typography>}
      {d.waste.length > 0 && (
        <Typography color="text.secondary">
          {d.waste.map((w) => `${lossWord[w.kind]} ${w.mass.text}`).join(', ')}
        </Typography>
      )}
      <Row component="form" gap={1} aria-label="What came off" onSubmit={count} sx={{ alignItems: 'start' }}>
        <NumberField
          label={`${formOf(d.gives, 'wool')}, how many`}
          whole
          value={values.count}
          onChange={(count) => set({ count })}
          error={counting.error?.at('count')}
          sx={{ width: 175 }}
        />
        <Box sx={{ width: 150 }}>
          <WeightField
            label="One weighs"
            value={values.one}
            onChange={(one) => set({ one })}
            error={counting.error?.at('one')}
          />
        </Box>
        {d.gives === 'puni' && (
          <NumberField
            label="Rod, mm"
            value={values.rod}
            onChange={(rod) => set({ rod })}
            error={counting.error?.at('rod')}
            sx={{ width: 110 }}
          />
        )}
        {(d.gives === 'puni' || d.gives === 'rolag') && (
          <Choice
            label="Rolled"
            value={values.rolled}
            onChange={(rolled) => set({ rolled })}
            words={rolledWord}
            sx={{ width: 130 }}
          />
        )}
        <Choice
          label="Kept"
          value={values.kept}
          onChange={(kept) => set({ kept })}
          words={keptWord}
          sx={{ width: 175 }}
        />
        {values.kept === 'bundled' && (
          <NumberField
            label="In a bundle"
            whole
            value={values.bundle}
            onChange={(bundle) => set({ bundle })}
            error={counting.error?.at('bundleOf')}
            sx={{ width: 120 }}
          />
        )}
        <Button type="submit" disabled={!mayLog || number(values.count) === null} sx={{ mt: 0.75 }}>
          Note what came off
        </Button>
      </Row>
      <Row component="form" gap={1} aria-label="Waste of carding" onSubmit={weigh} sx={{ alignItems: 'start' }}>
        <Choice
          label="Waste"
          value={waste.values.kind}
          onChange={(kind) => waste.set({ kind })}
          of={d.wasteKinds}
          words={lossWord}
          sx={{ width: 175 }}
        />
        <Box sx={{ width: 150 }}>
          <WeightField
            label="Waste weighs"
            value={waste.values.mass}
            onChange={(mass) => {
              weighing.clearError();
              waste.set({ mass });
            }}
            error={weighing.error?.at('mass')}
          />
        </Box>
        <Button type="submit" disabled={!mayLog || !waste.values.mass.trim()} sx={{ mt: 0.75 }}>
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
