import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState, type FormEvent } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { api, queryClient, useDryings, useSession, useWashHouse, type Schema } from '../api/client';
import { tone } from '../ui/theme';
import { Curve } from '../drawings/Curve';
import { tappedAt, useNow } from '../live/live';
import { clockOf, dayClockOf, leftUntil } from '../live/time';
import { LotChips } from '../scouring/LotChips';
import { Choice } from '../ui/Choice';
import { Figure, MassOf } from '../ui/Figure';
import { newKey, useSend } from '../api/keep';
import { Notice, ProblemNotice } from '../ui/Slips';
import { TwiceButton } from '../ui/TwiceButton';
import { TakeFromScale } from '../ui/TakeFromScale';
import { WeightField } from '../ui/WeightField';

const again = () => queryClient.invalidateQueries({ queryKey: ['drying'] });
const waterWord: Record<Schema['WaterOut'], string> = {
  spunOut: 'spun out in a net',
  squeezed: 'squeezed by hand',
  dripping: 'hung up dripping',
};

/** What lies on the racks, each with its weights, its curve and when it is dry; and the way onto a rack. */
export function RackBench({ lots, logging }: { lots: readonly Schema['LotLine'][]; logging: string | null }) {
  const dryings = useDryings();
  const session = useSession();
  const zone = session.data?.timeZone ?? 'UTC';
  if (dryings.error) return <ProblemNotice error={dryings.error} again={() => void dryings.refetch()} />;
  const on = new Set((dryings.data ?? []).flatMap((d) => d.lots.map((l) => l.id)));
  const wet = lots.filter((l) => l.form === 'washed' && !on.has(l.id));
  return (
    <Box sx={{ display: 'grid', gap: 3, mb: 3, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      {(dryings.data ?? [])
        .filter((d) => d.id !== logging)
        .map((d) => (
          <Rack key={d.id} drying={d} zone={zone} />
        ))}
      {wet.length > 0 && <OntoRack lots={wet} />}
    </Box>
  );
}

function Rack({ drying: d, zone }: { drying: Schema['DryingView']; zone: string }) {
  const now = useNow(5000);
  const navigate = useNavigate();
  const [mass, setMass] = useState('');
  const [key, setKey] = useState(newKey);
  const [error, setError] = useState<unknown>(null);
  const weighing = useSend(
    async (body: Schema['DryingWeight'], key: string) =>
      (
        await api.POST('/api/drying/{id}/weights', {
          params: { path: { id: d.id }, header: { 'Idempotency-Key': key } },
          body,
        })
      ).data!,
    () => {
      setMass('');
      setKey(newKey());
      void again();
    },
  );
  const weigh = (typed: string) => {
    if (typed.trim() !== '') void weighing.go({ mass: typed, at: tappedAt() }, key);
  };
  const answer = (so: boolean) => {
    setError(null);
    const params = { path: { id: d.id } };
    return (
      so
        ? api.POST('/api/drying/{id}/weights/last/believe', { params })
        : api.DELETE('/api/drying/{id}/weights/last', { params })
    )
      .then(again)
      .catch(setError);
  };
  const dry = d.state === 'dry';
  return (
    <Box
      component="section"
      aria-label={`On the rack: ${d.lots.map((l) => l.code).join(', ')}`}
      sx={{
        display: 'grid',
        gap: 2,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 250px' },
        borderBottom: 1,
        borderColor: 'divider',
        pb: 2.5,
      }}
    >
      <Box sx={{ gridColumn: '1 / -1' }}>
        <Typography variant="h2">
          {d.lots.map((l, i) => (
            <span key={l.id}>
              {i > 0 && ', '}
              <Link component={RouterLink} to={`/lots/${l.code}`}>
                {l.code}
              </Link>
            </span>
          ))}
          {d.rack ? ` on ${d.rack}` : ''}
        </Typography>
        <Typography color="text.secondary">
          {waterWord[d.waterOut]}, {d.outdoors ? 'outdoors' : 'indoors'}
          {d.netted ? ', netted' : ''}, since {dayClockOf(d.startedAt, now, zone)}, {d.who}
          {d.roomNeeded !== null && d.rackSquareMetres !== null
            ? `; wants ${d.roomNeeded.toFixed(1)} of ${d.rackSquareMetres.toFixed(1)} m²`
            : ''}
        </Typography>
      </Box>
      <Box sx={{ minWidth: 0, order: { xs: 2, md: 0 } }}>
        <Curve
          dots={d.dots}
          curve={d.curve}
          level={d.dryLine?.grams ?? d.expected?.grams ?? null}
          levelName={d.dryLine ? `dry ${d.dryLine.text}` : d.expected ? `expected dry ${d.expected.text}` : ''}
          levelTone="lichen"
          division={d.axis.grams}
          moment={d.dryAt}
          momentName={d.dryAt ? dayClockOf(d.dryAt, now, zone) : ''}
          now={now}
          unit={d.axis.name}
          height={320}
          clock={(t) => clockOf(t, zone)}
          words={`${d.lots.map((l) => l.code).join(', ')}: ${d.sentence} ${d.dots.length} weighings.`}
        />
      </Box>
      <Box sx={{ display: 'grid', gap: 1.25, alignContent: 'start' }}>
        <Box
          sx={{
            borderLeft: `5px solid ${tone(dry ? 'lichen' : d.state === 'weighAgain' || d.pastBedtime ? 'weld' : 'oat')}`,
            pl: 1.5,
          }}
        >
          <Figure
            label={dry ? 'it is' : 'dry at'}
            text={dry ? 'dry' : d.dryAt ? dayClockOf(d.dryAt, now, zone) : 'cannot tell'}
            from="reckoned"
            giveOrTake={!dry && d.giveOrTakeMinutes !== null ? ` ${Math.round(d.giveOrTakeMinutes)} min` : null}
            working={d.working}
            size="big"
          />
          {!dry && d.dryAt && (
            <Typography sx={{ fontSize: '1.2rem' }}>
              {leftUntil(d.dryAt, now)}
              {Date.parse(d.dryAt) > now ? ' left' : ''}
            </Typography>
          )}
        </Box>
        <Typography>{d.sentence}</Typography>
        {d.doubt && (
          <Notice tone="watch">
            {d.doubt}
            <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mt: 1 }}>
              <Button variant="outlined" onClick={() => void answer(false)}>
                It was a slip
              </Button>
              <Button variant="outlined" onClick={() => void answer(true)}>
                It is so
              </Button>
            </Box>
          </Notice>
        )}
        {d.crowded && <Notice tone="watch">This rack carries more than it has room for: it will dry unevenly.</Notice>}
        <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
          {d.lastWeight && <MassOf mass={d.lastWeight} label="weighs" />}
          {d.rest && <MassOf mass={d.rest} label="comes to rest at" />}
          {!d.rest && d.expected && <MassOf mass={d.expected} label="expected dry" />}
        </Box>
        <Box
          component="form"
          noValidate
          onSubmit={(e: FormEvent) => {
            e.preventDefault();
            weigh(mass);
          }}
          sx={{ display: 'grid', gap: 1 }}
        >
          <WeightField
            label="It weighs now"
            value={mass}
            onChange={(text) => {
              weighing.clearError();
              setMass(text);
            }}
            error={weighing.error?.at('mass')}
            placeholder="any unit"
          />
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
            <Button type="submit" variant={dry ? 'outlined' : 'contained'} disabled={mass.trim() === ''}>
              Note it
            </Button>
            <TakeFromScale onTake={weigh} />
          </Box>
        </Box>
        {weighing.away && (
          <Typography>The server is away: the weight is kept here, with its time, and goes in by itself.</Typography>
        )}
        <ProblemNotice error={error ?? (weighing.error?.at('mass') ? null : weighing.error)} />
        <Button
          variant={dry ? 'contained' : 'outlined'}
          disabled={!d.lastWeight}
          onClick={() => void navigate(`/station/dry?drying=${d.id}&lot=${d.lots[0]?.code ?? ''}`)}
        >
          {dry ? 'Log it as dried' : 'Log it now, as provisional'}
        </Button>
        {d.dots.length > 0 && !d.doubt && (
          <Button onClick={() => void answer(false)}>The last weight was a slip</Button>
        )}
        <TwiceButton
          label="Take it off the rack"
          sure="Yes, without logging it"
          onSure={() =>
            void api
              .POST('/api/drying/{id}/end', { params: { path: { id: d.id } } })
              .then(again)
              .catch(setError)
          }
        />
      </Box>
    </Box>
  );
}

function OntoRack({ lots }: { lots: readonly Schema['LotLine'][] }) {
  const house = useWashHouse();
  const [chosen, setChosen] = useState<string[] | null>(null);
  const [rackId, setRackId] = useState<string | null>(null);
  const [waterOut, setWaterOut] = useState<Schema['WaterOut']>('spunOut');
  const [outdoors, setOutdoors] = useState(false);
  const [netted, setNetted] = useState(false);
  const [mass, setMass] = useState('');
  const [key, setKey] = useState(newKey);
  const lotIds = (chosen ?? [lots[0]!.id]).filter((id) => lots.some((l) => l.id === id));
  const racks = house.data?.racks ?? [];
  const laying = useSend(
    async (body: Schema['DryingStart'], key: string) =>
      (await api.POST('/api/drying', { params: { header: { 'Idempotency-Key': key } }, body })).data!,
    () => {
      setKey(newKey());
      setMass('');
      setChosen(null);
      void again();
    },
  );
  const start = (e: FormEvent) => {
    e.preventDefault();
    const rack = (rackId ?? racks[0]?.id) || null;
    void laying.go(
      { lotIds, rackId: rack, waterOut, outdoors, netted, mass: mass.trim() || null, startedAt: tappedAt() },
      key,
    );
  };
  return (
    <Box component="form" noValidate onSubmit={start} sx={{ display: 'grid', gap: 1.5 }}>
      <Typography variant="h2">Onto a rack</Typography>
      <LotChips lots={lots} chosen={lotIds} onChange={setChosen} first="dry" />
      <Box
        sx={{
          display: 'grid',
          gap: 1.5,
          gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr', md: 'repeat(4, 1fr)' },
          alignItems: 'start',
        }}
      >
        <WeightField label="It weighs now, wet" value={mass} onChange={setMass} placeholder="any unit; or later" />
        <Choice
          label="Rack"
          value={rackId ?? racks[0]?.id ?? ''}
          onChange={setRackId}
          words={Object.fromEntries([
            ...racks.map((r) => [r.id, `${r.name}, ${r.areaSquareMetres} m²`] as const),
            ['', 'no rack of ours'],
          ])}
        />
        <Choice label="Water was taken out" value={waterOut} onChange={setWaterOut} words={waterWord} />
        <Box>
          <FormControlLabel
            control={<Checkbox checked={outdoors} onChange={(e) => setOutdoors(e.target.checked)} />}
            label="outdoors"
          />
          <FormControlLabel
            control={<Checkbox checked={netted} onChange={(e) => setNetted(e.target.checked)} />}
            label="netted"
          />
        </Box>
      </Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button type="submit" variant="contained" disabled={lotIds.length === 0}>
          It lies on the rack
        </Button>
        <TakeFromScale onTake={setMass} />
      </Box>
      {laying.away && <Typography>The server is away: this is kept here and goes in by itself.</Typography>}
      <ProblemNotice error={laying.error} />
    </Box>
  );
}
