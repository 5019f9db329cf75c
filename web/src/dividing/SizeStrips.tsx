import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Typography } from '../ui/Typography';
import { Problem, type Schema } from '../api/client';
import { Choice } from '../ui/Choice';
import { NumberField } from '../ui/NumberField';
import { Section } from '../ui/Notices';
import { WeightField } from '../ui/WeightField';
import { frozen, number } from '../ui/figures';
import { Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { useSettled } from '../ui/useSettled';
import { useStripSizes } from './queries';
import { tornAsWord } from './words';

/** How many equal strips a batt or a length of top gives, and what to do with a remainder. */
export function SizeStrips({ take }: { take?: (mass: string) => void }) {
  const form = useFields({ mass: '', width: '', length: '', strip: '', thin: '', as: 'strips' as Schema['TornAs'] });
  const { values } = form;
  const body: Schema['StripSizesRequest'] = {
    mass: values.mass,
    width: number(values.width) ?? 0,
    length: number(values.length) ?? 0,
    strip: number(values.strip) ?? 0,
    as: values.as,
    gramsPerMetre: values.as === 'pencil' ? number(values.thin) : null,
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
      <Row gap={1.5} sx={{ alignItems: 'start' }}>
        <Choice
          label="Torn"
          value={values.as}
          onChange={(as) => form.set({ as })}
          words={tornAsWord}
          sx={{ width: 190 }}
        />
        <Box sx={{ width: 160 }}>
          <WeightField
            label="All of it weighs"
            value={values.mass}
            onChange={(mass) => form.set({ mass })}
            error={refused?.at('mass')}
          />
        </Box>
        <NumberField label="Its width, mm" {...figure('width')} sx={{ width: 130 }} />
        <NumberField label="Its length, mm" {...figure('length')} sx={{ width: 140 }} />
        <NumberField label="A strip, about mm" {...figure('strip')} sx={{ width: 160 }} />
        {values.as === 'pencil' && (
          <NumberField label="Drawn to, g per metre" {...figure('thin', 'gramsPerMetre')} sx={{ width: 190 }} />
        )}
      </Row>
      {view && (
        <Row gap={1.5} sx={{ alignItems: 'center', mt: 1 }}>
          <Typography role="status">{view.sentence}</Typography>
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
