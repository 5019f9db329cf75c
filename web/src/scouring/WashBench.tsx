import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { api, queryClient, useSession, useWashes, type Schema } from '../api/client';
import { tappedAt } from '../live/live';
import { useSound, wantSound } from '../live/ring';
import { Baths, minutesWord } from '../drawings/Baths';
import { Choice } from '../ui/Choice';
import { newKey, useSend } from '../api/keep';
import { ProblemNotice } from '../ui/Slips';
import { TwiceButton } from '../ui/TwiceButton';
import { BathWatch } from './BathWatch';
import { probeWords, useProbes } from './probes';
import { bathWord, pourWords } from './words';

const again = () => queryClient.invalidateQueries({ queryKey: ['washing'] });

/** Every wash under way, each bath with its clock; and the way to plan the next. */
export function WashBench({ logging }: { logging: string | null }) {
  const washes = useWashes();
  const session = useSession();
  const zone = session.data?.timeZone ?? 'UTC';
  if (washes.error) return <ProblemNotice error={washes.error} again={() => void washes.refetch()} />;
  return (
    <Box sx={{ display: 'grid', gap: 3, mb: 3, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      {(washes.data ?? [])
        .filter((w) => w.id !== logging)
        .map((wash, i) => (
          <OneWash key={wash.id} wash={wash} zone={zone} ringing={i === 0} />
        ))}
      <Box>
        <Button
          component={RouterLink}
          to="/station/wash/plan"
          variant={washes.data?.length ? 'outlined' : 'contained'}
          size="large"
        >
          Plan a wash
        </Button>
      </Box>
    </Box>
  );
}

function OneWash({ wash, zone, ringing }: { wash: Schema['WashView']; zone: string; ringing: boolean }) {
  const navigate = useNavigate();
  const sound = useSound();
  const [error, setError] = useState<unknown>(null);
  const many = wash.plan.batches.count > 1;
  const codes = wash.on.lots.map((l) => l.code);
  const total = wash.plan.batches.count * wash.plan.baths.length;
  const leave = () =>
    api
      .POST('/api/scouring/washes/{id}/end', { params: { path: { id: wash.id } } })
      .then(again)
      .catch(setError);
  return (
    <Box
      component="section"
      aria-label={`Wash of ${codes.join(', ')}`}
      sx={{
        display: 'grid',
        gap: 2,
        gridTemplateColumns: 'minmax(0, 1fr)',
        borderBottom: 1,
        borderColor: 'divider',
        pb: 2.5,
      }}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Typography variant="h2">
          {codes.map((c, i) => (
            <span key={c}>
              {i > 0 && ', '}
              <Link component={RouterLink} to={`/lots/${c}`}>
                {c}
              </Link>
            </span>
          ))}
          , {wash.on.greasy.text}
        </Typography>
        <Typography color="text.secondary">
          {wash.bathsDone} of {total} baths done{wash.recipe ? `, ${wash.recipe}` : ''}, {wash.who}
        </Typography>
        {ringing && (
          <FormControlLabel
            sx={{ ml: { md: 'auto' }, mr: 0 }}
            control={<Checkbox checked={sound} onChange={(e) => wantSound(e.target.checked)} />}
            label="Ring on this device"
            title="Its screen stays on while something may have to be lifted"
          />
        )}
      </Box>
      {wash.baths
        .filter((b) => !b.liftedAt)
        .map((bath) => (
          <BathWatch
            key={bath.id}
            bath={bath}
            zone={zone}
            title={`Bath ${bath.place + 1} of ${wash.plan.baths.length}${many ? `, batch ${bath.batch} of ${wash.plan.batches.count}` : ''}, ${bathWord[bath.kind]}`}
          />
        ))}
      {wash.baths.every((b) => b.liftedAt) && !wash.allDone && (
        <Baths plan={wash.plan} done={many ? 0 : wash.bathsDone} />
      )}
      <ProblemNotice error={error} />
      {wash.next.slice(0, 3).map((next, i) => (
        <StartNext key={`${next.batch} ${next.place}`} wash={wash} next={next} many={many} first={i === 0} />
      ))}
      {wash.next.length > 3 && (
        <Typography color="text.secondary">{wash.next.length - 3} more batches wait.</Typography>
      )}
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        {wash.allDone && (
          <Button
            variant="contained"
            size="large"
            onClick={() => void navigate(`/station/wash?wash=${wash.id}&lot=${codes[0]}`)}
          >
            Log this wash
          </Button>
        )}
        {wash.baths
          .filter((b) => b.liftedAt)
          .map((b) => (
            <Button
              key={b.id}
              onClick={() =>
                void api
                  .POST('/api/scouring/baths/{id}/put-back', { params: { path: { id: b.id } } })
                  .then(again)
                  .catch(setError)
              }
            >
              Bath {b.place + 1}
              {many ? `, batch ${b.batch}` : ''} was not lifted
            </Button>
          ))}
        <TwiceButton label="Leave this wash" sure="Yes, leave it without logging" onSure={() => void leave()} />
      </Box>
    </Box>
  );
}

interface NextProps {
  wash: Schema['WashView'];
  next: Schema['NextBath'];
  many: boolean;
  first: boolean;
}

function StartNext({ wash, next, many, first }: NextProps) {
  const probes = useProbes();
  const washes = useWashes();
  const [probe, setProbe] = useState<string | null>(null);
  const [key, setKey] = useState(newKey);
  // A probe that hangs in another bath is only taken out of it by somebody who says so.
  const hanging = (washes.data ?? [])
    .flatMap((w) => w.baths)
    .filter((b) => !b.liftedAt)
    .map((b) => b.probeId);
  const free = probes.find((p) => !hanging.includes(p.id));
  // The tub is taken while another batch lies in it.
  const elsewhere = wash.baths.some((b) => !b.liftedAt);
  const probeId = probe ?? free?.id ?? '';
  const b = next.bath;
  const starting = useSend(
    async (body: Schema['BathStart'], key: string) =>
      (
        await api.POST('/api/scouring/washes/{id}/baths', {
          params: { path: { id: wash.id }, header: { 'Idempotency-Key': key } },
          body,
        })
      ).data!,
    () => {
      setKey(newKey());
      void again();
    },
  );
  return (
    <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
      <Typography sx={{ flex: '1 1 260px' }}>
        <strong>
          Next: bath {next.place + 1}
          {many ? ` of batch ${next.batch}` : ''}, {bathWord[b.kind]}.
        </strong>{' '}
        Pour {b.pourCelsius.toFixed(1)} °C: {pourWords(b)}
        {b.doseGrams > 0 ? `, dose ${b.doseGrams.toFixed(1)} g` : ''}, {minutesWord(b.minutes)}.
      </Typography>
      {probes.length > 0 && b.kind !== 'soak' && (
        <Choice
          label="Temperature"
          value={probeId}
          onChange={setProbe}
          words={probeWords(probes)}
          sx={{ minWidth: 150 }}
        />
      )}
      <Button
        variant={first && !elsewhere ? 'contained' : 'outlined'}
        size="large"
        disabled={starting.busy}
        onClick={() =>
          void starting.go(
            { batch: next.batch, place: next.place, probeId: probeId || null, startedAt: tappedAt() },
            key,
          )
        }
      >
        {elsewhere ? 'In another tub' : 'The wool is in'}
      </Button>
      {(starting.error || starting.away) && (
        <Box sx={{ width: '100%' }}>
          {starting.away && <Typography>The server is away: the start is kept here and goes in by itself.</Typography>}
          <ProblemNotice error={starting.error} />
        </Box>
      )}
    </Box>
  );
}
