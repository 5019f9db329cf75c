import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { api } from '../api/client';
import { useChanges } from '../api/change';
import { invalidate, useSession } from '../api/queries';
import { KeptTool } from '../tools/KeptTool';
import { SelectField } from '../ui/SelectField';
import { NumberField } from '../ui/NumberField';
import { ProblemNotice, Section } from '../ui/Notices';
import { number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { useCombs } from './queries';
import { combsWord } from './words';
import { UnitField } from '../ui/UnitField';
import { useUnits } from '../api/units';
import { withUnit } from '../ui/withUnit';
import layout from '../ui/layout.module.css';

/** Combs, hackles and dizzes, and what was seen or done to them. */
export function CombSettings() {
  const units = useUnits();
  const combs = useCombs();
  const looker = useSession().data?.workshop?.role === 'looker';
  const change = useChanges(() => invalidate(['/api/tools/combs']));
  const form = useFields(
    { name: '', kind: 'combs' as keyof typeof combsWord, width: '', rows: '', height: '', hole: '' },
    { at: (f) => change.error?.at(f), clear: change.clear },
  );
  const { values } = form;
  const isDiz = values.kind === 'diz';
  const add = () =>
    change.go(
      () =>
        api.POST('/api/tools/combs', {
          body: {
            name: values.name,
            kind: values.kind,
            width: isDiz ? null : withUnit(values.width, units.wide),
            rows: isDiz ? null : number(values.rows),
            height: isDiz ? null : withUnit(values.height, units.wide),
            hole: isDiz ? withUnit(values.hole, units.length) : null,
          },
        }),
      { onSuccess: form.reset },
    );
  if (combs.isLoadingError) return <ProblemNotice error={combs.error} />;
  return (
    <Section title="Combs">
      <Column gap={1.5}>
        {(combs.data ?? []).map((c) => (
          <KeptTool key={c.id} tool={c} looker={looker} change={change} placeholder="bent tines straightened">
            {combsWord[c.kind as keyof typeof combsWord]}, {c.size}
          </KeptTool>
        ))}
        <Row align="start" gap={1}>
          <TextField style={{ width: 190 }} label="Combs or diz called" {...form.text('name')} />
          <SelectField
            style={{ width: 165 }}
            label="It is a"
            value={values.kind}
            onChange={(kind) => form.set({ kind })}
            words={combsWord}
          />
          {isDiz ? (
            <UnitField style={{ width: 120 }} label="Hole" unit={units.length} {...form.field('hole')} />
          ) : (
            <>
              <UnitField style={{ width: 145 }} label="Tines wide" unit={units.wide} {...form.field('width')} />
              <NumberField style={{ width: 90 }} label="Rows" whole {...form.field('rows')} />
              <UnitField style={{ width: 145 }} label="Tines high" unit={units.wide} {...form.field('height')} />
            </>
          )}
          <Button className={layout.above6} variant="outlined" disabled={looker || change.busy} onClick={add}>
            Add it
          </Button>
        </Row>
        <ProblemNotice
          error={
            change.error && !['name', 'width', 'rows', 'height', 'hole'].some((f) => change.error?.at(f))
              ? change.error
              : null
          }
        />
      </Column>
    </Section>
  );
}
