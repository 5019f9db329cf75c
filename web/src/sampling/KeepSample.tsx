import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import type { FormEvent } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, refreshLog, useLot, useSession, type Schema } from '../api/client';
import { LockRuler } from '../drawings/Lock';
import { Choice } from '../ui/Choice';
import { newKey, useKept, useSend } from '../ui/keep';
import { Notice, ProblemNotice } from '../ui/Slips';
import { drawWord, formOf, parentage } from '../ui/words';

const fresh = () => ({
  key: newKey(),
  draw: '' as Schema['Draw'] | '',
  wpi: '',
  plies: '',
  angle: '',
  verdict: '',
  uses: [] as string[],
});
const number = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')));
const usualUses = [
  'next to skin',
  'jumper',
  'socks',
  'lace',
  'shawl',
  'hat',
  'mittens',
  'blanket',
  'rug',
  'weaving',
  'felt',
];

/** Keeping the outcome of one preparation and one spin. */
export function KeepSample() {
  const { code = '' } = useParams();
  const lot = useLot(code);
  const session = useSession();
  const navigate = useNavigate();
  const [form, change, clear] = useKept(`sample ${code}`, fresh);
  const { go, error, busy, away } = useSend(
    async (body: Schema['SampleRequest'], key: string) =>
      (await api.POST('/api/samples', { body, params: { header: { 'Idempotency-Key': key } } })).data!,
    (sample) => {
      clear();
      void refreshLog();
      void navigate(`/samples/${sample.code}`);
    },
  );
  if (lot.error) return <ProblemNotice error={lot.error} />;
  if (!lot.data) return null;
  const head = lot.data.lot;
  const submit = (e: FormEvent) => {
    e.preventDefault();
    void go(
      {
        lotId: head.id,
        draw: form.draw || null,
        wrapsPerInch: number(form.wpi),
        plies: number(form.plies),
        twistAngleDegrees: number(form.angle),
        verdict: form.verdict,
        uses: form.uses,
      },
      form.key,
    );
  };
  const field = (name: string, label: string, value: string, set: (text: string) => void, hint: string) => (
    <TextField
      label={label}
      value={value}
      onChange={(e) => set(e.target.value)}
      error={!!error?.at(name)}
      helperText={error?.at(name) ?? hint}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
    />
  );
  return (
    <Box component="form" onSubmit={submit} noValidate sx={{ display: 'grid', gap: 2.5, maxWidth: 900 }}>
      <Typography variant="h1">
        A sample of {head.code}, {parentage(head.parentage)}
      </Typography>
      <LockRuler staple={lot.data.staple} most={3} />
      <Typography>Prepared as {formOf(head.form, head.fibre)}.</Typography>
      <TextField
        autoFocus
        label="Verdict, in your words"
        multiline
        minRows={2}
        value={form.verdict}
        onChange={(e) => change({ verdict: e.target.value })}
        error={!!error?.at('verdict')}
        helperText={error?.at('verdict') ?? 'how it drafted, how it feels, whether you would do it again'}
      />
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr', md: '1.6fr 1fr 1fr 1fr' } }}>
        <Choice
          label="Draw"
          value={form.draw}
          onChange={(draw) => change({ draw })}
          words={{ '': 'not noted', ...drawWord }}
        />
        {field('wrapsPerInch', 'Wraps per inch', form.wpi, (wpi) => change({ wpi }), 'of the finished yarn')}
        {field('plies', 'Plies', form.plies, (plies) => change({ plies }), '1 for singles')}
        {field(
          'twistAngleDegrees',
          'Twist angle, degrees',
          form.angle,
          (angle) => change({ angle }),
          'of the plies to the axis',
        )}
      </Box>
      <Autocomplete
        multiple
        freeSolo
        options={usualUses}
        value={form.uses}
        onChange={(_, uses) => change({ uses })}
        renderInput={(params) => (
          <TextField
            {...params}
            label="What you would use it for"
            error={!!error?.at('uses')}
            helperText={error?.at('uses') ?? 'choose, or type and press Enter'}
          />
        )}
      />
      <ProblemNotice error={error?.refusals.some((r) => r.field !== 'lotId') ? null : error} />
      {away && (
        <Notice tone="watch">
          The server or its database is away. The sample is kept here and goes in by itself when it is back.
        </Notice>
      )}
      <Button
        type="submit"
        variant="contained"
        size="large"
        disabled={busy || session.data?.workshop?.role === 'looker'}
        sx={{ justifySelf: 'start' }}
      >
        Keep the sample
      </Button>
    </Box>
  );
}
