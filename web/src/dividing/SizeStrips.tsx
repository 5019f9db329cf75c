import Button from '@mui/material/Button';
import { Problem, type Schema } from '../api/client';
import { SelectField } from '../ui/SelectField';
import { Section } from '../ui/Notices';
import { WeightField } from '../ui/WeightField';
import { frozen } from '../ui/figures';
import { Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { useSettled } from '../ui/useSettled';
import { useStripSizes } from './queries';
import { tornAsWord } from './words';
import { UnitField } from '../ui/UnitField';
import { useUnits } from '../api/units';
import { figureWithUnit } from '../ui/withUnit';
import layout from '../ui/layout.module.css';

/** How many equal strips a batt or a length of top gives, and what to do with a remainder. */
export function SizeStrips({ take }: { take?: (mass: string) => void }) {
  const form = useFields({ mass: '', width: '', length: '', strip: '', thin: '', as: 'strips' as Schema['TornAs'] });
  const { values } = form;
  const units = useUnits();
  const body: Schema['StripSizesRequest'] = {
    mass: values.mass,
    width: figureWithUnit(values.width, units.length) ?? 0,
    length: figureWithUnit(values.length, units.length) ?? 0,
    strip: figureWithUnit(values.strip, units.length) ?? 0,
    as: values.as,
    gramsPerMetre: values.as === 'pencil' ? figureWithUnit(values.thin, units.supply) : null,
  };
  const told = [values.mass, values.width, values.length, values.strip].every((v) => v.trim() !== '');
  const asked = useSettled(frozen(body));
  const sizes = useStripSizes(asked, told);
  const refused = told && sizes.error instanceof Problem && !sizes.error.isAway ? sizes.error : null;
  const view = told && !refused ? sizes.data : undefined;
  const figure = (name: 'width' | 'length' | 'strip' | 'thin', sent: string = name) => ({
    value: values[name],
    onChange: (text: string) => form.set({ [name]: text }),
    error: refused?.at(sent),
  });
  return (
    <Section title="How many strips" level="h3">
      <Row align="start" gap={1.5}>
        <SelectField
          style={{ width: 190 }}
          label="Torn"
          value={values.as}
          onChange={(as) => form.set({ as })}
          words={tornAsWord}
        />
        <div style={{ width: 160 }}>
          <WeightField
            label="All of it weighs"
            value={values.mass}
            onChange={(mass) => form.set({ mass })}
            error={refused?.at('mass')}
          />
        </div>
        <UnitField style={{ width: 130 }} label="Its width" unit={units.length} {...figure('width')} />
        <UnitField style={{ width: 140 }} label="Its length" unit={units.length} {...figure('length')} />
        <UnitField style={{ width: 170 }} label="A strip" unit={units.length} {...figure('strip')} />
        {values.as === 'pencil' && (
          <UnitField style={{ width: 190 }} label="Drawn to" unit={units.supply} {...figure('thin', 'gramsPerMetre')} />
        )}
      </Row>
      {view && (
        <Row align="center" className={layout.above8} gap={1.5}>
          <p role="status">{view.sentence}</p>
          {take && (
            <Button size="small" variant="outlined" onClick={() => take(view.each.text)}>
              Strips of {view.each.text}
            </Button>
          )}
        </Row>
      )}
    </Section>
  );
}
