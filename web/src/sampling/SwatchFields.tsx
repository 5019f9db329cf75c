import TextField from '@mui/material/TextField';
import type { Schema } from '../api/client';
import { SelectField } from '../ui/SelectField';
import type { SwatchForm } from './swatch';
import { UnitField } from '../ui/UnitField';
import { useUnits } from '../api/units';
import styles from './SwatchFields.module.css';

const kindWord: Record<Schema['SwatchKind'], string> = { knitted: 'knitted', woven: 'woven', crocheted: 'crocheted' };

const againWord = { '': 'not said', yes: 'yes', no: 'no' } as const;

/** The swatch: gauge before and after its wash, how it stretches and comes back, and whether it would be made again. */
export function SwatchFields({
  swatch,
  change,
  at,
}: {
  swatch: SwatchForm;
  change: (part: Partial<SwatchForm>) => void;
  at: (field: string) => string | undefined;
}) {
  const units = useUnits();
  const figure = (name: Exclude<keyof SwatchForm, 'kind' | 'again'>, label: string, sent: string, help?: string) => (
    <UnitField
      label={label}
      unit={`in ${units.clothPiece}`}
      value={swatch[name]}
      onChange={(text) => change({ [name]: text })}
      error={at(sent)}
      help={help}
    />
  );
  const sized = (
    name: 'tool' | 'relaxed' | 'stretched' | 'afterMinute',
    label: string,
    sent: string,
    unit: string,
    help?: string,
  ) => (
    <UnitField
      label={label}
      unit={unit}
      value={swatch[name]}
      onChange={(text) => change({ [name]: text })}
      error={at(sent)}
      help={help}
    />
  );
  const words = (name: 'notFor' | 'onlyIf' | 'change', label: string, help: string) => (
    <TextField
      slotProps={{ htmlInput: { maxLength: 500 } }}
      label={label}
      value={swatch[name]}
      onChange={(e) => change({ [name]: e.target.value })}
      error={!!at(name)}
      helperText={at(name) ?? help}
    />
  );
  const woven = swatch.kind === 'woven';
  const [stitches, rows] = woven ? ['Ends', 'Picks'] : ['Stitches', 'Rows'];
  const open = Object.entries(swatch).some(([name, text]) => name !== 'kind' && text !== '');
  return (
    <details open={open || undefined}>
      <summary className={styles.summary}>The swatch</summary>
      <div className={styles.stack}>
        <div className={styles.figures}>
          <SelectField
            label="The swatch is"
            value={swatch.kind}
            onChange={(kind) => change({ kind })}
            words={kindWord}
          />
          {!woven &&
            sized('tool', swatch.kind === 'knitted' ? 'Needle' : 'Hook', 'toolMillimetres', 'mm', '4, US 6 or UK 8')}
          {figure('stitches', stitches!, 'stitches', 'before its wash')}
          {figure('rows', rows!, 'rows', 'before its wash')}
          {figure('stitchesAfter', `${stitches}, washed`, 'stitchesAfter')}
          {figure('rowsAfter', `${rows}, washed`, 'rowsAfter')}
        </div>
        <div className={styles.figures}>
          {sized('relaxed', 'As it lies', 'relaxedMillimetres', units.length)}
          {sized('stretched', 'Stretched', 'stretchedMillimetres', units.length, 'without force')}
          {sized('afterMinute', 'A minute later', 'afterMinuteMillimetres', units.length)}
        </div>
        <div className={styles.words}>
          {words('notFor', 'Not for', 'what it will not stand')}
          {words('onlyIf', 'Only if', 'lined, handled softly')}
          <SelectField
            label="Do it again"
            value={swatch.again}
            onChange={(again) => change({ again })}
            words={againWord}
          />
          {words('change', 'And change', 'told at the next like aim')}
        </div>
      </div>
    </details>
  );
}
