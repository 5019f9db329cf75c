import { Button } from '../ui/Button';
import { TextField } from '../ui/TextField';
import { api } from '../api/client';
import { useChanges } from '../api/change';
import { again, useSession } from '../api/queries';
import { KeptTool } from '../ui/KeptTool';
import { Choice } from '../ui/Choice';
import { NumberField } from '../ui/NumberField';
import { ProblemNotice, Section } from '../ui/Notices';
import { number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { useCombs } from './queries';
import { combsWord } from './words';

const rows = (count: number) => `${count} ${count === 1 ? 'row' : 'rows'} of tines`;

/** Combs, hackles and dizzes, and what was seen or done to them. */
export function CombSettings() {
  const combs = useCombs();
  const looker = useSession().data?.workshop?.role === 'looker';
  const change = useChanges(() => again(['/api/tools/combs']));
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
            width: isDiz ? null : values.width,
            rows: isDiz ? null : number(values.rows),
            height: isDiz ? null : values.height.trim() || null,
            hole: isDiz ? values.hole : null,
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
            {combsWord[c.kind as keyof typeof combsWord]},{' '}
            {c.holeMillimetres !== null
              ? `a hole of ${c.holeMillimetres} mm`
              : `${c.widthCentimetres} cm, ${rows(c.rows!)}${c.heightCentimetres === null ? '' : ` ${c.heightCentimetres} cm high`}`}
          </KeptTool>
        ))}
        <Row gap={1} sx={{ alignItems: 'start' }}>
          <TextField label="Combs or diz called" {...form.text('name')} sx={{ width: 190 }} />
          <Choice
            label="It is a"
            value={values.kind}
            onChange={(kind) => form.set({ kind })}
            words={combsWord}
            sx={{ width: 165 }}
          />
          {isDiz ? (
            <NumberField label="Hole, mm" {...form.field('hole')} sx={{ width: 120 }} />
          ) : (
            <>
              <NumberField label="Tines wide, cm" {...form.field('width')} sx={{ width: 145 }} />
              <NumberField label="Rows" whole {...form.field('rows')} sx={{ width: 90 }} />
              <NumberField label="Tines high, cm" {...form.field('height')} sx={{ width: 145 }} />
            </>
          )}
          <Button variant="outlined" disabled={looker || change.busy} onClick={add} sx={{ mt: 0.75 }}>
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
