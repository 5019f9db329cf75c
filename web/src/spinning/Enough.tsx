import { Button } from '../ui/Button';
import { TextField } from '../ui/TextField';
import { Typography } from '../ui/Typography';
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
  const [length, setLength] = useState('');
  const [spare, setSpare] = useState('10');
  const [sample, setSample] = useState(false);
  const wish = frozen({
    wraps,
    length: length.trim() || null,
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
        <Row gap={1.5} sx={{ alignItems: 'start' }}>
          <TextField
            label="Yarn that is needed"
            value={length}
            onChange={(e) => {
              setSample(false);
              setLength(e.target.value);
            }}
            error={!!refused?.at('length')}
            helperText={refused?.at('length') ?? '400, or 440 yd'}
            attributes={{ maxLength: 40, autoComplete: 'off' }}
            sx={{ width: 190 }}
          />
          <NumberField
            label="To spare, %"
            value={spare}
            onChange={setSpare}
            error={refused?.at('spare')}
            sx={{ width: 120 }}
          />
          <Button variant="outlined" aria-pressed={sample} onClick={() => setSample(!sample)} sx={{ mt: 0.75 }}>
            For a sample with its swatch
          </Button>
          {view?.yarn && <MassOf mass={view.yarn} label="the yarn weighs" />}
          {view?.preparedNineInTen && <MassOf mass={view.preparedNineInTen} label="fibre, surely enough" />}
        </Row>
        {view?.sentences.map((s) => (
          <Typography key={s}>{s}</Typography>
        ))}
        {view && view.sufficesFor.length > 0 && (
          <Typography>It suffices for {view.sufficesFor.slice(0, 4).join('; ')}.</Typography>
        )}
        <UsualYarn />
        <ProblemNotice error={refused && !refused.isToldAt(['length', 'spare', 'wraps', 'plies']) ? refused : null} />
      </Column>
    </Section>
  );
}
