import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { api } from '../api/client';
import { useChanges } from '../api/change';
import { invalidate, useSession } from '../api/queries';
import { SelectField } from '../ui/SelectField';
import { KeptTool } from '../tools/KeptTool';
import { NumberField } from '../ui/NumberField';
import { ProblemNotice, Section } from '../ui/Notices';
import { number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { useCards } from './queries';
import { cardsWord } from './words';
import { UnitField } from '../ui/UnitField';
import { useUnits } from '../api/units';
import { withUnit } from '../ui/withUnit';
import layout from '../ui/layout.module.css';

const lengthLabel = {
  handCards: 'Deep',
  drumCarder: 'Round the drum',
  blendingBoard: 'High',
  flick: 'Deep',
} as const;

/** Hand cards, drums and boards with their cloth, and what was seen or done to them. */
export function CardSettings() {
  const units = useUnits();
  const cards = useCards();
  const looker = useSession().data?.workshop?.role === 'looker';
  const change = useChanges(() => invalidate(['/api/tools/cards']));
  const form = useFields(
    { name: '', kind: 'drumCarder' as keyof typeof cardsWord, width: '', length: '', teeth: '' },
    { at: (f) => change.error?.at(f), clear: change.clear },
  );
  const { values } = form;
  const add = () =>
    change.go(
      () =>
        api.POST('/api/tools/cards', {
          body: {
            name: values.name,
            kind: values.kind,
            width: withUnit(values.width, units.wide) ?? '',
            length: withUnit(values.length, units.wide) ?? '',
            teethPerSquareInch: number(values.teeth),
          },
        }),
      { onSuccess: form.reset },
    );
  if (cards.isLoadingError) return <ProblemNotice error={cards.error} />;
  return (
    <Section title="Cards">
      <Column gap={1.5}>
        {(cards.data ?? []).map((c) => (
          <KeptTool key={c.id} tool={c} looker={looker} change={change} placeholder="bent teeth, cleaned, new cloth">
            {cardsWord[c.kind as keyof typeof cardsWord]}, {c.size}
            {c.teethPerSquareInch === null ? '' : `, ${c.teethPerSquareInch} teeth per sq in`}
          </KeptTool>
        ))}
        <Row align="start" gap={1}>
          <TextField style={{ width: 170 }} label="Cards called" {...form.text('name')} />
          <SelectField
            style={{ width: 165 }}
            label="They are"
            value={values.kind}
            onChange={(kind) => form.set({ kind })}
            words={cardsWord}
          />
          <UnitField style={{ width: 110 }} label="Wide" unit={units.wide} {...form.field('width')} />
          <UnitField
            style={{ width: 195 }}
            label={lengthLabel[values.kind]}
            unit={units.wide}
            {...form.field('length')}
          />
          <NumberField
            style={{ width: 130 }}
            label="Teeth per sq in"
            {...form.field('teeth', 'teethPerSquareInch')}
            placeholder="if you know"
            shrink
          />
          <Button className={layout.above4} variant="outlined" disabled={looker} onClick={add}>
            Add these cards
          </Button>
        </Row>
        <ProblemNotice error={change.error?.refusals.length ? null : change.error} />
      </Column>
    </Section>
  );
}
