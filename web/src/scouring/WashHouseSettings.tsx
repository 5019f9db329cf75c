import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { TextField } from '../ui/TextField';
import { Typography } from '../ui/Typography';
import { useState, type ReactNode } from 'react';
import { api, type Schema } from '../api/client';
import { again, useSession, useWashHouse } from '../api/queries';
import { Choice } from '../ui/Choice';
import { ProblemNotice, Section } from '../ui/Notices';
import { unreadTime } from '../api/unreadable';
import { TimeField } from '../ui/TimeField';
import { number } from '../ui/figures';
import { coverWord, materialWord } from './words';
import { NumberField } from '../ui/NumberField';
import { TemperatureField } from '../ui/TemperatureField';
import { useChanges } from '../api/change';
import { useFields } from '../ui/useFields';
import { Column, Row } from '../ui/layouts';

/** Tubs with what they were seen to cool at, racks, and the water and prices that plans start from. */
export function WashHouseSettings() {
  const house = useWashHouse();
  const owner = useSession().data?.workshop?.role === 'owner';
  const change = useChanges(() => again(['/api/scouring']));
  const error = change.error;
  const [material, setMaterial] = useState<Schema['TubMaterial']>('steel');
  const [empty, setEmpty] = useState('');
  const [cover, setCover] = useState<'open' | 'covered'>('open');
  if (house.isLoadingError) return <ProblemNotice error={house.error} />;
  if (!house.data) return null;
  const does = change.go;
  return (
    <Section title="Wash house">
      <Column gap={2}>
        <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, display: 'grid', gap: 0.5 }}>
          {house.data.tubs.map((t) => (
            <Box component="li" key={t.id} sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
              <span>
                <strong>{t.name}</strong>, {t.litres} L, as warm as {t.litresEquivalent} L of water; cools by{' '}
                {(t.ratePerMinute * 100).toFixed(2)} % a minute, {(t.evaporation * 100).toFixed(0)} % of that by
                evaporation, {t.baths > 0 ? `yours, from ${t.baths} ${t.baths === 1 ? 'bath' : 'baths'}` : 'typical'};{' '}
                {coverWord(t.covered)}
              </span>
              <Button
                size="small"
                onClick={() =>
                  does(() =>
                    api.PUT('/api/scouring/tubs/{id}/cover', {
                      params: { path: { id: t.id } },
                      body: { covered: !t.covered },
                    }),
                  )
                }
              >
                {t.name}: {t.covered ? 'it stands open' : 'it is covered'}
              </Button>
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
              api.POST('/api/scouring/tubs', {
                body: { name, litres, material, emptyKilograms: number(empty), covered: cover === 'covered' },
              }),
            );
            setEmpty('');
          }}
        >
          <Choice label="Made of" value={material} onChange={setMaterial} words={materialWord} sx={{ width: 160 }} />
          <Choice
            label="While it soaks"
            value={cover}
            onChange={setCover}
            words={{ open: coverWord(false), covered: coverWord(true) }}
            sx={{ width: 230 }}
          />
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
        {owner && <Water key={house.data.hotWater} house={house.data} does={does} refusing={change} />}
      </Column>
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
  const { values, field, text, reset } = useFields({ name: '', size: '' });
  return (
    <Row gap={1.5}>
      <TextField label={`Another ${what}`} {...text('name')} shrink />
      {typed ? (
        <TextField label={measure} {...text('size')} sx={{ width: 160 }} shrink attributes={{ autoComplete: 'off' }} />
      ) : (
        <NumberField label={measure} {...field('size')} shrink sx={{ width: 130 }} />
      )}
      {children}
      <Button
        disabled={values.name.trim() === '' || values.size.trim() === ''}
        onClick={() => {
          add(values.name.trim(), values.size);
          reset();
        }}
      >
        Add the {what}
      </Button>
    </Row>
  );
}

function Water({
  house,
  does,
  refusing,
}: {
  house: Schema['WashHouse'];
  does: (work: () => Promise<unknown>) => void;
  refusing: { at: (field: string) => string | undefined; clear: () => void };
}) {
  const { values, field } = useFields(
    {
      hotWater: house.hotWater,
      coldWater: house.coldWater,
      waterPerCubicMetre: house.waterPerCubicMetre?.toString() ?? '',
      perKilowattHour: house.perKilowattHour?.toString() ?? '',
      bedtime: house.bedtime.slice(0, 5),
    },
    refusing,
  );
  const sign = useSession().data?.temperatureSign ?? '°C';
  return (
    <Box>
      <Typography color="text.secondary" sx={{ mb: 1 }}>
        What plans start from, and when the evening ends: what dries longer is said to.
      </Typography>
      <Row gap={1.5}>
        <TemperatureField label="Hot water" sign={sign} {...field('hotWater')} sx={{ width: 170 }} />
        <TemperatureField label="Cold water" sign={sign} {...field('coldWater')} sx={{ width: 170 }} />
        <NumberField label="Water, per m³" {...field('waterPerCubicMetre')} shrink sx={{ width: 150 }} />
        <NumberField label="Heat, per kWh" {...field('perKilowattHour')} shrink sx={{ width: 150 }} />
        <TimeField label="Bedtime" kind="time" {...field('bedtime')} />
        <Button
          disabled={values.hotWater.trim() === '' || values.coldWater.trim() === '' || values.bedtime === ''}
          onClick={() =>
            does(() =>
              api.PUT('/api/scouring/settings', {
                body: {
                  hotWater: values.hotWater,
                  coldWater: values.coldWater,
                  waterPerCubicMetre: number(values.waterPerCubicMetre),
                  perKilowattHour: number(values.perKilowattHour),
                  bedtime: values.bedtime === unreadTime ? values.bedtime : `${values.bedtime}:00`,
                },
              }),
            )
          }
        >
          Keep the water
        </Button>
      </Row>
    </Box>
  );
}
