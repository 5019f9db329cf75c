import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Problem, type Schema } from '../api/client';
import { MassOf } from '../ui/Figure';
import { NumberField } from '../ui/NumberField';
import { ProblemNotice, Section } from '../ui/Notices';
import { frozen, number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { useSettled } from '../ui/useSettled';
import { useEnough } from './queries';
import { UsualYarn } from './UsualYarn';
import { useUnits } from '../api/units';
import { withUnit } from '../ui/withUnit';
import layout from '../ui/layout.module.css';

/** Is it enough? From metres of yarn back to fibre, and from the lot on to what it suffices for. */
export function Enough({
  wraps,
  plies,
  structure,
  lot,
}: {
  wraps: string;
  plies: number;
  structure: Schema['YarnStructure'];
  lot: Schema['LotHead'] | null;
}) {
  const units = useUnits();
  const [length, setLength] = useState('');
  const [spare, setSpare] = useState('10');
  const [sample, setSample] = useState(false);
  const wish = frozen({
    wraps,
    length: withUnit(length, units.yarn),
    plies,
    structure,
    sample,
    lotId: lot?.id ?? null,
    spare: number(spare) ?? 0,
  } satisfies Schema['EnoughRequest']);
  const asked = useSettled(wish);
  const asking = useEnough(
    asked,
    wraps.trim() !== '' && (lot !== null || sample || length.trim() !== '') && asked === wish,
  );
  const refused = asking.error instanceof Problem && !asking.error.isAway ? asking.error : null;
  const view = refused ? undefined : asking.data;
  return (
    <Section title="Is it enough?">
      <Column gap={1}>
        <Row align="start" gap={1.5}>
          <TextField
            slotProps={{ htmlInput: { maxLength: 40, autoComplete: 'off' } }}
            style={{ width: 230 }}
            label={`Yarn that is needed, ${units.yarn}`}
            value={length}
            onChange={(e) => {
              setSample(false);
              setLength(e.target.value);
            }}
            error={!!refused?.at('length')}
            helperText={refused?.at('length') ?? '400 m, or 440 yd'}
          />
          <NumberField
            style={{ width: 120 }}
            label="To spare, %"
            value={spare}
            onChange={setSpare}
            error={refused?.at('spare')}
          />
          <Button className={layout.above6} variant="outlined" aria-pressed={sample} onClick={() => setSample(!sample)}>
            For a sample with its swatch
          </Button>
          {view?.yarn && <MassOf mass={view.yarn} label="the yarn weighs" />}
          {view?.preparedNineInTen && <MassOf mass={view.preparedNineInTen} label="fibre, surely enough" />}
        </Row>
        {view?.sentences.map((s) => (
          <p key={s}>{s}</p>
        ))}
        {view && view.sufficesFor.length > 0 && <p>It suffices for {view.sufficesFor.slice(0, 4).join('; ')}.</p>}
        <UsualYarn />
        <ProblemNotice error={refused && !refused.isToldAt(['length', 'spare', 'wraps', 'plies']) ? refused : null} />
      </Column>
    </Section>
  );
}
