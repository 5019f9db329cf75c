import TextField from '@mui/material/TextField';
import type { Schema } from '../api/client';
import { SelectField } from '../ui/SelectField';
import { Column, Row } from '../ui/layouts';
import { NumberField } from '../ui/NumberField';
import { driedWord } from '../ui/words';
import type { Dyeing } from './stationState';
import typography from '../ui/typography.module.css';
import styles from './DyeFields.module.css';

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
      <h2 className={typography.subheading}>The dye</h2>
      <div className={styles.columns}>
        <TextField
          slotProps={{ htmlInput: { maxLength: 120 } }}
          label="Dyestuff"
          value={dyeing.dyestuff}
          onChange={(e) => change({ dyestuff: e.target.value })}
        />
        <NumberField
          label="Dose, % of dry fibre"
          value={dyeing.dosePercent}
          onChange={(dosePercent) => change({ dosePercent })}
          error={at('dyeing.dosePercent')}
          help={comesTo('dyestuff') ? `that is ${comesTo('dyestuff')}` : 'plants go well above 100'}
        />
        <TextField
          slotProps={{ htmlInput: { maxLength: 120 } }}
          label="Mordant"
          value={dyeing.mordant}
          onChange={(e) => change({ mordant: e.target.value })}
          error={!!at('dyeing.mordant')}
          helperText={at('dyeing.mordant')}
        />
        <NumberField
          label="Mordant, % of dry fibre"
          value={dyeing.mordantPercent}
          onChange={(mordantPercent) => change({ mordantPercent })}
          error={at('dyeing.mordantPercent')}
          help={comesTo('mordant') ? `that is ${comesTo('mordant')}` : undefined}
        />
      </div>
      <Row align="start" gap={1.5}>
        <Pick label="Colour before" value={dyeing.colourBefore} onChange={(colourBefore) => change({ colourBefore })} />
        <Pick label="Colour after" value={dyeing.colourAfter} onChange={(colourAfter) => change({ colourAfter })} />
        <TextField
          slotProps={{ htmlInput: { maxLength: 60 } }}
          label="What the colour is called"
          value={dyeing.colourName}
          onChange={(e) => change({ colourName: e.target.value })}
          helperText="stands on the new bag"
        />
        <SelectField
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
      slotProps={{ inputLabel: { shrink: true } }}
      style={{ width: 130 }}
      label={label}
      type="color"
      value={value || '#e7dcc8'}
      onChange={(e) => onChange(e.target.value)}
      helperText={value ? value : 'not picked'}
    />
  );
}
