import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { api, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { number } from '../ui/figures';
import { Row } from '../ui/layouts';
import { NumberField } from '../ui/NumberField';
import { Section } from '../ui/Notices';
import { SelectField } from '../ui/SelectField';
import { useFields } from '../ui/useFields';
import { ply, type RehearsalForm } from './rehearsalForm';
import { dyedTopWord } from './words';
import { UnitField } from '../ui/UnitField';
import { useUnits } from '../api/units';
import { figureWithUnit } from '../ui/withUnit';
import layout from '../ui/layout.module.css';

/** A top that was dyed along its length, laid out as strips: straight, split, turned or from the fold. */
export function DyedTop({ form: { state, plies, set } }: { form: RehearsalForm }) {
  const laying = useChange(
    (body: Schema['DyedTopRequest']) => api.POST('/api/dividing/dyed', { body }).then((answer) => answer.data!),
    (laid) => {
      const names = new Set(laid.repeat.split(' '));
      const known = state.colours.filter((c) => names.has(c.name));
      set({
        colours: [
          ...known,
          ...[...names]
            .filter((name) => known.every((c) => c.name !== name))
            .map((name) => ({ name, lotId: null, colour: '#B7881B' })),
        ],
        repeat: laid.repeat,
        times: '1',
        mirrored: false,
        held: laid.held,
        strip: laid.masses[0]!,
        plies: plies.map(() => ({ ...ply(), masses: laid.masses.join('; ') })),
      });
    },
  );
  const fields = useFields(
    { along: '', thick: state.supply, as: 'straight' as Schema['DyedTopAs'], parts: '2' },
    laying,
  );
  const { values, field, text } = fields;
  const units = useUnits();
  const isSplit = values.as === 'split' || values.as === 'turned';
  const lay = () =>
    laying.go({
      along: values.along,
      gramsPerMetre: figureWithUnit(values.thick, units.supply) ?? 0,
      as: values.as,
      parts: isSplit ? (number(values.parts) ?? 0) : 1,
      plies: plies.length,
    });
  return (
    <Section title="A top dyed along its length" level="h3">
      <Row align="start" gap={1.5}>
        <TextField
          style={{ width: 330 }}
          label="Its colours in order, with their lengths"
          {...text('along')}
          placeholder="a 20 cm, b 35 cm, c 15 cm"
          slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: 2000 } }}
        />
        <UnitField style={{ width: 150 }} label="It weighs" unit={units.supply} {...field('thick', 'gramsPerMetre')} />
        <SelectField
          style={{ width: 260 }}
          label="Spun"
          value={values.as}
          onChange={(as) => fields.set({ as })}
          words={dyedTopWord}
        />
        {isSplit && <NumberField style={{ width: 120 }} label="Into parts" whole {...field('parts')} />}
        <Button className={layout.above6} variant="outlined" disabled={laying.busy} onClick={lay}>
          Lay it so
        </Button>
      </Row>
    </Section>
  );
}
