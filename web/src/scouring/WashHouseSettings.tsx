import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState, type ReactNode } from 'react';
import { api, Problem, type Schema } from '../api/client';
import { again, useSession, useWashHouse } from '../api/queries';
import { Choice } from '../ui/Choice';
import { ProblemNotice, Section } from '../ui/Notices';
import { unreadTime } from '../api/unreadable';
import { TimeField } from '../ui/TimeField';
import { number } from '../ui/figures';
import { materialWord } from './words';
import { NumberField } from '../ui/NumberField';
import { TemperatureField } from '../ui/TemperatureField';
import { useChanges } from '../api/change';

/** Tubs with what they were seen to cool at, racks, and the water and prices that plans start from. */
export function WashHouseSettings() {
  const house = useWashHouse();
  const owner = useSession().data?.workshop?.role === 'owner';
  const change = useChanges(() => again(['/api/scouring']));
  const error = change.error;
  const [material, setMaterial] = useState<Schema['TubMaterial']>('steel');
  const [empty, setEmpty] = useState('');
  if (house.error) return <ProblemNotice error={house.error} />;
  if (!house.data) return null;
  const does = change.go;
  return (
    <Section title="Wash house">
      <Box sx={{ display: 'grid', gap: 2 }}>
        <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, display: 'grid', gap: 0.5 }}>
          {house.data.tubs.map((t) => (
            <Box component="li" key={t.id} sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
              <span>
                <strong>{t.name}</strong>, {t.litres} L, as warm as {t.litresEquivalent} L of water; cools by{' '}
                {(t.ratePerMinute * 100).toFixed(2)} % a minute,{' '}
                {t.baths > 0 ? `yours, from ${t.baths} ${t.baths === 1 ? 'bath' : 'baths'}` : 'typical'}
              </span>
              <Button
                size="small"
                onClick={() => does(() => api.DELETE('/api/scouring/tubs/{id}', { params: { path: { id: t.id } } }))}
              >
                Put {t.name} away
              </Button>
            </Box>
          ))}
          {house.data.racks.map((r) => (
            <Box component="li" key={r.id} sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
              <span>
                <strong>{r.name}</strong>, a rack of {r.areaSquareMetres} m²
              </span>
              <Button
                size="small"
                onClick={() => does(() => api.DELETE('/api/scouring/racks/{id}', { params: { path: { id: r.id } } }))}
              >
                Put {r.name} away
              </Button>
            </Box>
          ))}
        </Box>
        <Add
          what="tub"
          measure="It holds, L or gal"
          typed
          add={(name, litres) => {
            does(() =>
              api.POST('/api/scouring/tubs', { body: { name, litres, material, emptyKilograms: number(empty) } }),
            );
            setEmpty('');
          }}
        >
          <Choice label="Made of" value={material} onChange={setMaterial} words={materialWord} sx={{ width: 160 }} />
          <NumberField
            label="Empty, kg"
            value={empty}
            onChange={(text) => setEmpty(text)}
            placeholder="if you know"
            shrink
            sx={{ width: 125 }}
          />
        </Add>
        <Add
          what="rack"
          measure="Area, m²"
          add={(name, area) =>
            does(() => api.POST('/api/scouring/racks', { body: { name, areaSquareMetres: number(area) ?? NaN } }))
          }
        />
        <ProblemNotice error={error} />
        {owner && <Water key={house.data.hotWater} house={house.data} does={does} error={error} />}
      </Box>
    </Section>
  );
}

interface AddProps {
  what: string;
  measure: string;
  add: (name: string, size: string) => void;
  /** The size has a unit, which the server reads. */
  typed?: boolean;
  /** What else may be said of it. */
  children?: ReactNode;
}

function Add({ what, measure, add, typed, children }: AddProps) {
  const [name, setName] = useState('');
  const [size, setSize] = useState('');
  return (
    <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
      <TextField
        label={`Another ${what}`}
        value={name}
        onChange={(e) => setName(e.target.value)}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      {typed ? (
        <TextField
          label={measure}
          value={size}
          onChange={(e) => setSize(e.target.value)}
          sx={{ width: 160 }}
          slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } }}
        />
      ) : (
        <NumberField label={measure} value={size} onChange={(text) => setSize(text)} shrink sx={{ width: 130 }} />
      )}
      {children}
      <Button
        disabled={name.trim() === '' || size.trim() === ''}
        onClick={() => {
          add(name.trim(), size);
          setName('');
          setSize('');
        }}
      >
        Add the {what}
      </Button>
    </Box>
  );
}

function Water({
  house,
  does,
  error,
}: {
  house: Schema['WashHouse'];
  does: (work: () => Promise<unknown>) => void;
  error: Problem | null;
}) {
  const [hot, setHot] = useState(house.hotWater);
  const [cold, setCold] = useState(house.coldWater);
  const [water, setWater] = useState(house.waterPerCubicMetre?.toString() ?? '');
  const [heat, setHeat] = useState(house.perKilowattHour?.toString() ?? '');
  const [bedtime, setBedtime] = useState(house.bedtime.slice(0, 5));
  const sign = useSession().data?.temperatureSign ?? '°C';
  const warmth = (label: string, value: string, set: (v: string) => void, sent: string) => (
    <TemperatureField
      label={label}
      sign={sign}
      value={value}
      onChange={set}
      error={error?.at(sent)}
      sx={{ width: 170 }}
    />
  );
  const field = (label: string, value: string, set: (v: string) => void) => (
    <NumberField label={label} value={value} onChange={(text) => set(text)} shrink sx={{ width: 150 }} />
  );
  return (
    <Box>
      <Typography color="text.secondary" sx={{ mb: 1 }}>
        What plans start from, and when the evening ends: what dries longer is said to.
      </Typography>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        {warmth('Hot water', hot, setHot, 'hotWater')}
        {warmth('Cold water', cold, setCold, 'coldWater')}
        {field('Water, per m³', water, setWater)}
        {field('Heat, per kWh', heat, setHeat)}
        <TimeField label="Bedtime" kind="time" value={bedtime} onChange={setBedtime} />
        <Button
          disabled={hot.trim() === '' || cold.trim() === '' || bedtime === ''}
          onClick={() =>
            does(() =>
              api.PUT('/api/scouring/settings', {
                body: {
                  hotWater: hot,
                  coldWater: cold,
                  waterPerCubicMetre: number(water),
                  perKilowattHour: number(heat),
                  bedtime: bedtime === unreadTime ? bedtime : `${bedtime}:00`,
                },
              }),
            )
          }
        >
          Keep the water
        </Button>
      </Box>
    </Box>
  );
}
