import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { clsx } from 'clsx';
import { useState, type ReactNode } from 'react';
import { api, type Schema } from '../api/client';
import { invalidate, useSession, useWashHouse } from '../api/queries';
import { SelectField } from '../ui/SelectField';
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
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './WashHouseSettings.module.css';

/** Tubs with what they were seen to cool at, racks, and the water and prices that plans start from. */
export function WashHouseSettings() {
  const house = useWashHouse();
  const owner = useSession().data?.workshop?.role === 'owner';
  const change = useChanges(() => invalidate(['/api/scouring']));
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
        <ul className={styles.list}>
          {house.data.tubs.map((t) => (
            <li className={styles.item} key={t.id}>
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
            </li>
          ))}
          {house.data.racks.map((r) => (
            <li className={styles.item} key={r.id}>
              <span>
                <strong>{r.name}</strong>, a rack of {r.areaSquareMetres} m²
              </span>
              <Button
                size="small"
                onClick={() => does(() => api.DELETE('/api/scouring/racks/{id}', { params: { path: { id: r.id } } }))}
              >
                Put {r.name} away
              </Button>
            </li>
          ))}
        </ul>
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
          <SelectField
            style={{ width: 160 }}
            label="Made of"
            value={material}
            onChange={setMaterial}
            words={materialWord}
          />
          <SelectField
            style={{ width: 230 }}
            label="While it soaks"
            value={cover}
            onChange={setCover}
            words={{ open: coverWord(false), covered: coverWord(true) }}
          />
          <NumberField
            style={{ width: 125 }}
            label="Empty, kg"
            value={empty}
            onChange={(text) => setEmpty(text)}
            placeholder="if you know"
            shrink
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
      <TextField slotProps={{ inputLabel: { shrink: true } }} label={`Another ${what}`} {...text('name')} />
      {typed ? (
        <TextField
          slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } }}
          style={{ width: 160 }}
          label={measure}
          {...text('size')}
        />
      ) : (
        <NumberField style={{ width: 130 }} label={measure} {...field('size')} shrink />
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
    <div>
      <p className={clsx(typography.quiet, layout.below8)}>
        What plans start from, and when the evening ends: what dries longer is said to.
      </p>
      <Row gap={1.5}>
        <TemperatureField style={{ width: 170 }} label="Hot water" sign={sign} {...field('hotWater')} />
        <TemperatureField style={{ width: 170 }} label="Cold water" sign={sign} {...field('coldWater')} />
        <NumberField style={{ width: 150 }} label="Water, per m³" {...field('waterPerCubicMetre')} shrink />
        <NumberField style={{ width: 150 }} label="Heat, per kWh" {...field('perKilowattHour')} shrink />
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
    </div>
  );
}
