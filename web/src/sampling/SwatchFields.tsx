import { Box } from '../ui/Box';
import { TextField } from '../ui/TextField';
import type { Schema } from '../api/client';
import { Choice } from '../ui/Choice';
import { NumberField } from '../ui/NumberField';
import type { SwatchForm } from './swatch';

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
  const figure = (name: Exclude<keyof SwatchForm, 'kind' | 'again'>, label: string, sent: string, help?: string) => (
    <NumberField
      label={label}
      value={swatch[name]}
      onChange={(text) => change({ [name]: text })}
      error={at(sent)}
      help={help}
    />
  );
  const words = (name: 'notFor' | 'onlyIf' | 'change', label: string, help: string) => (
    <TextField
      label={label}
      value={swatch[name]}
      onChange={(e) => change({ [name]: e.target.value })}
      error={!!at(name)}
      helperText={at(name) ?? help}
      attributes={{ maxLength: 500 }}
    />
  );
  const woven = swatch.kind === 'woven';
  const [stitches, rows] = woven ? ['Ends', 'Picks'] : ['Stitches', 'Rows'];
  const grid = { display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr 1fr', md: 'repeat(3, 1fr)' } };
  const open = Object.entries(swatch).some(([name, text]) => name !== 'kind' && text !== '');
  return (
    <Box component="details" open={open || undefined}>
      <Box component="summary" sx={{ cursor: 'pointer', fontWeight: 700, mb: 1.5 }}>
        The swatch
      </Box>
      <Box sx={{ display: 'grid', gap: 2 }}>
        <Box sx={grid}>
          <Choice label="The swatch is" value={swatch.kind} onChange={(kind) => change({ kind })} words={kindWord} />
          {!woven && figure('tool', swatch.kind === 'knitted' ? 'Needle, mm' : 'Hook, mm', 'toolMillimetres')}
          {figure('stitches', stitches!, 'stitches', 'in 10 cm, before')}
          {figure('rows', rows!, 'rows', 'in 10 cm, before')}
          {figure('stitchesAfter', `${stitches}, washed`, 'stitchesAfter', 'in 10 cm')}
          {figure('rowsAfter', `${rows}, washed`, 'rowsAfter', 'in 10 cm')}
        </Box>
        <Box sx={{ ...grid, gridTemplateColumns: { xs: '1fr 1fr', md: 'repeat(3, 1fr)' } }}>
          {figure('relaxed', 'As it lies, mm', 'relaxedMillimetres')}
          {figure('stretched', 'Stretched, mm', 'stretchedMillimetres', 'without force')}
          {figure('afterMinute', 'A minute later, mm', 'afterMinuteMillimetres')}
        </Box>
        <Box sx={{ ...grid, gridTemplateColumns: { xs: '1fr', md: '1fr 1fr 150px 1.4fr' } }}>
          {words('notFor', 'Not for', 'what it will not stand')}
          {words('onlyIf', 'Only if', 'lined, handled softly')}
          <Choice label="Do it again" value={swatch.again} onChange={(again) => change({ again })} words={againWord} />
          {words('change', 'And change', 'told at the next like aim')}
        </Box>
      </Box>
    </Box>
  );
}
