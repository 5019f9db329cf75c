import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { api } from '../api/client';
import { useChanges } from '../api/change';
import { invalidate, useSession, useSpinners } from '../api/queries';
import { KeptTool } from '../tools/KeptTool';
import { SelectField } from '../ui/SelectField';
import { ProblemNotice, Section } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { WeightField } from '../ui/WeightField';
import { ratios } from './ratios';
import { driveWord, spinnerWord, whorlWord } from './words';
import type { Schema } from '../api/client';
import { useUnits } from '../api/units';
import { withUnit } from '../ui/withUnit';
import layout from '../ui/layout.module.css';

/** Bobbins as they are typed: "90 g standard, 200 g large / tall kate". */
const bobbinKinds = (text: string) =>
  text
    .split(/[;\n]|,(?=\s)/)
    .map((part) => part.trim())
    .filter((part) => part !== '')
    .map((part) => {
      const [head = '', kate = ''] = part.split('/').map((side) => side.trim());
      const [, holds = head, name = ''] = /^([\d.,]+\s*(?:kg|g|oz|lb)?)\s+(.*)$/.exec(head) ?? [];
      return { holds, name: name || null, kate: kate || null };
    });

/** Wheels, spindles and winders, and what was seen or done to them. */
export function SpinnerSettings() {
  const units = useUnits();
  const spinners = useSpinners();
  const looker = useSession().data?.workshop?.role === 'looker';
  const change = useChanges(() => invalidate(['/api/tools/spinners']));
  const form = useFields(
    {
      name: '',
      kind: 'wheel' as keyof typeof spinnerWord,
      whorls: '',
      drive: '' as Schema['Drive'] | '',
      bobbin: '',
      kinds: '',
      weight: '',
      round: '',
    },
    {
      at: (f) =>
        f === 'kinds'
          ? change.error?.refusals.find((r) => r.field.startsWith('bobbins'))?.reason
          : f === 'whorls'
            ? (change.error?.at('whorls') ??
              change.error?.refusals.find((r) => r.field.startsWith('whorls['))?.reason ??
              (change.error?.refusals.some((r) => r.field.startsWith('whorls')) ? change.error.message : undefined))
            : change.error?.at(f),
      clear: change.clear,
    },
  );
  const { values } = form;
  const turns = values.kind === 'wheel' || values.kind === 'electricFlyer';
  const add = () =>
    change.go(
      () =>
        api.POST('/api/tools/spinners', {
          body: {
            name: values.name,
            kind: values.kind,
            whorls: turns ? ratios(values.whorls, values.kind === 'electricFlyer') : null,
            drive: turns ? values.drive || null : null,
            bobbin: values.kind === 'winder' ? null : values.bobbin.trim() || null,
            bobbins: turns ? bobbinKinds(values.kinds) : null,
            weight: values.kind === 'spindle' ? values.weight.trim() || null : null,
            round: values.kind === 'winder' ? withUnit(values.round, units.wide) : null,
          },
        }),
      { onSuccess: form.reset },
    );
  if (spinners.isLoadingError) return <ProblemNotice error={spinners.error} />;
  return (
    <Section title="Wheels, spindles, winders">
      <Column gap={1.5}>
        {(spinners.data ?? []).map((s) => (
          <KeptTool key={s.id} tool={s} looker={looker} change={change} placeholder="oiled, a new cord">
            {spinnerWord[s.kind as keyof typeof spinnerWord]}
            {s.size && `, ${s.size}`}
            {s.whorls.length > 0 && `, ${s.whorls.map(whorlWord).join(', ')}`}
            {s.drive && `, ${driveWord[s.drive]}`}
            {s.weight && `, ${s.weight.text}`}
            {s.bobbin && `, ${s.bobbin.text} to a ${s.kind === 'spindle' ? 'cop' : 'bobbin'}`}
            {s.bobbins.length > 0 &&
              `, bobbins ${s.bobbins.map((b) => `${b.name} ${b.holds.text}${b.kate ? ` (${b.kate})` : ''}`).join(', ')}`}
          </KeptTool>
        ))}
        <Row align="start" gap={1}>
          <TextField style={{ width: 205 }} label="Wheel or winder called" {...form.text('name')} />
          <SelectField
            style={{ width: 190 }}
            label="It is a"
            value={values.kind}
            onChange={(kind) => form.set({ kind })}
            words={spinnerWord}
          />
          {turns && (
            <>
              <TextField
                style={{ width: 230 }}
                label={values.kind === 'wheel' ? 'Ratios of its whorls' : 'Turns a second at its marks'}
                {...form.text(
                  'whorls',
                  values.kind === 'wheel' ? '7, 11 small, 15 tiny' : '8 slow, 15 middle; or mark 3, mark 5',
                )}
              />
              <SelectField
                style={{ width: 240 }}
                label="Drive"
                value={values.drive}
                onChange={(drive) => form.set({ drive })}
                words={{ '': 'not noted', ...driveWord }}
              />
            </>
          )}
          {turns && (
            <TextField
              style={{ width: 300 }}
              label="Kinds of bobbins"
              {...form.text('kinds', '90 g standard, 200 g large / tall kate')}
            />
          )}
          {values.kind === 'spindle' && (
            <WeightField
              label="The spindle weighs"
              value={values.weight}
              onChange={(weight) => form.set({ weight })}
              error={change.error?.at('weight')}
              placeholder="28 g"
            />
          )}
          {values.kind === 'winder' ? (
            <TextField style={{ width: 140 }} label={`One round, ${units.wide}`} {...form.text('round')} />
          ) : (
            <WeightField
              label="A bobbin or cop holds"
              value={values.bobbin}
              onChange={(bobbin) => form.set({ bobbin })}
              error={change.error?.at('bobbin')}
              placeholder="if you know"
            />
          )}
          <Button className={layout.above6} variant="outlined" disabled={looker || change.busy} onClick={add}>
            Add it
          </Button>
        </Row>
        <ProblemNotice
          error={
            change.error &&
            !['name', 'bobbin', 'round', 'weight'].some((f) => change.error?.at(f)) &&
            !change.error.refusals.some((r) => r.field.startsWith('bobbins')) &&
            !change.error.refusals.some((r) => r.field.startsWith('whorls'))
              ? change.error
              : null
          }
        />
      </Column>
    </Section>
  );
}
