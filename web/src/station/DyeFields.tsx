import { Box } from '../ui/Box';
import { TextField } from '../ui/TextField';
import { Typography } from '../ui/Typography';
import type { Schema } from '../api/client';
import { Choice } from '../ui/Choice';
import { Column, Row } from '../ui/layouts';
import { NumberField } from '../ui/NumberField';
import { driedWord } from '../ui/words';
import type { Dyeing } from './stationState';

/** What is noted of a dyeing: dyestuff and mordant with their doses, the colours picked, and how it dried. All of it may be left out. */
export function DyeFields({
  dyeing,
  change,
  at,
  told,
}: {
  dyeing: Dyeing;
  change: (part: Partial<Dyeing>) => void;
  at: (field: string) => string | undefined;
  /** What the doses come to for the fibre on the bench. */
  told: Schema['DyeingView'] | null | undefined;
}) {
  const comesTo = (of: string) => told?.portions.find((p) => p.of === of)?.mass.text;
  return (
    <Column gap={1.5}>
      <Typography variant="h3" component="h2">
        The dye
      </Typography>
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr', md: 'repeat(4, 1fr)' } }}>
        <TextField
          label="Dyestuff"
          value={dyeing.dyestuff}
          onChange={(e) => change({ dyestuff: e.target.value })}
          attributes={{ maxLength: 120 }}
        />
        <NumberField
          label="Dose, % of dry fibre"
          value={dyeing.dosePercent}
          onChange={(dosePercent) => change({ dosePercent })}
          error={at('dyeing.dosePercent')}
          help={comesTo('dyestuff') ? `that is ${comesTo('dyestuff')}` : 'plants go well above 100'}
        />
        <TextField
          label="Mordant"
          value={dyeing.mordant}
          onChange={(e) => change({ mordant: e.target.value })}
          error={!!at('dyeing.mordant')}
          helperText={at('dyeing.mordant')}
          attributes={{ maxLength: 120 }}
        />
        <NumberField
          label="Mordant, % of dry fibre"
          value={dyeing.mordantPercent}
          onChange={(mordantPercent) => change({ mordantPercent })}
          error={at('dyeing.mordantPercent')}
          help={comesTo('mordant') ? `that is ${comesTo('mordant')}` : undefined}
        />
      </Box>
      <Row gap={1.5} sx={{ alignItems: 'start' }}>
        <Pick label="Colour before" value={dyeing.colourBefore} onChange={(colourBefore) => change({ colourBefore })} />
        <Pick label="Colour after" value={dyeing.colourAfter} onChange={(colourAfter) => change({ colourAfter })} />
        <TextField
          label="What the colour is called"
          value={dyeing.colourName}
          onChange={(e) => change({ colourName: e.target.value })}
          helperText="stands on the new bag"
          attributes={{ maxLength: 60 }}
        />
        <Choice
          label="Dried"
          value={dyeing.dried}
          onChange={(dried) => change({ dried })}
          words={{ '': 'not noted', ...driedWord }}
        />
      </Row>
    </Column>
  );
}

function Pick({ label, value, onChange }: { label: string; value: string; onChange: (colour: string) => void }) {
  return (
    <TextField
      label={label}
      type="color"
      value={value || '#e7dcc8'}
      onChange={(e) => onChange(e.target.value)}
      helperText={value ? value : 'not picked'}
      shrink
      sx={{ width: 130 }}
    />
  );
}
