import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent, type ReactNode } from 'react';
import { Link as RouterLink } from 'react-router';
import { api, type Schema } from '../api/client';
import { invalidate, refreshLog, refreshTools, useSession } from '../api/queries';
import { useWorkshop } from './queries';
import { SelectField } from '../ui/SelectField';
import { number } from '../ui/figures';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { lengthUnitWord, temperatureUnitWord, unitWord } from '../ui/words';
import { AnotherWorkshop } from './AnotherWorkshop';
import { Calibrate } from './Calibrate';
import { Password } from './Password';
import { People } from './People';
import { StartAfresh } from './StartAfresh';
import { useChange } from '../api/change';
import { NumberField } from '../ui/NumberField';
import { useFields } from '../ui/useFields';
import { Column } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import styles from './Workshop.module.css';

export function Workshop({ tools }: { tools: ReactNode }) {
  const shop = useWorkshop();
  const session = useSession();
  const [saved, setSaved] = useState(false);
  if (shop.isLoadingError) return <ProblemNotice error={shop.error} retry={() => void shop.refetch()} />;
  if (!shop.data) return null;
  return (
    <Column gap={4}>
      <h1>Workshop</h1>
      <Calibrate />
      <div className={styles.columns}>
        <Settings key={shop.data.version} shop={shop.data} saved={saved} setSaved={setSaved} />
        <Column className={styles.column} gap={4}>
          <People shop={shop.data} />
          <Password />
          {session.data?.isDemo ? <StartAfresh /> : <AnotherWorkshop />}
          {tools}
          <Section title="Instruments">
            <p>
              A scale, a bath probe, an air sensor:{' '}
              <RouterLink to="/instruments">what they say and where they are</RouterLink>.
            </p>
          </Section>
          <Section title="Weigh log">
            <p>
              Every weighing goes out as a spreadsheet and comes back in:{' '}
              <RouterLink to="/workshop/weigh-log">export and import</RouterLink>.
            </p>
          </Section>
        </Column>
      </div>
    </Column>
  );
}

interface SettingsProps {
  shop: Schema['WorkshopPage'];
  saved: boolean;
  setSaved: (saved: boolean) => void;
}

function Settings({ shop, saved, setSaved }: SettingsProps) {
  const owner = shop.yourRole === 'owner';
  const fresh = {
    name: shop.name,
    unit: shop.unit,
    temperatureUnit: shop.temperatureUnit,
    lengthUnit: shop.lengthUnit,
    timeZone: shop.timeZone,
    currency: shop.currency,
    scaleStep: String(shop.scaleStepGrams),
    usualBowl: shop.usualBowl ?? '',
    hourlyRate: shop.hourlyRate?.toString() ?? '',
    schools: shop.schools,
  };
  const saving = useChange(
    ({ scaleStep, usualBowl, hourlyRate, ...form }: typeof fresh) =>
      api.PUT('/api/workshop', {
        body: {
          ...form,
          scaleStepGrams: number(scaleStep) ?? NaN,
          usualBowl: usualBowl || null,
          hourlyRate: number(hourlyRate),
          version: shop.version,
        },
      }),
    async () => {
      setSaved(true);
      await Promise.all([invalidate(['/api/workshop', '/api/session']), refreshLog(), refreshTools()]);
    },
  );
  const {
    values: form,
    set,
    field,
    text,
  } = useFields(fresh, {
    at: saving.at,
    clear: () => {
      setSaved(false);
      saving.clear();
    },
  });
  const save = (e: FormEvent) => {
    e.preventDefault();
    saving.go(form);
  };
  return (
    <Section title="Settings">
      <form className={styles.form} onSubmit={save} noValidate>
        <TextField label="Name" {...text('name')} disabled={!owner} />
        <SelectField
          label="Weights are shown in"
          value={form.unit}
          onChange={(unit) => set({ unit })}
          words={unitWord}
          disabled={!owner}
        />
        <SelectField
          label="Temperatures are shown in"
          value={form.temperatureUnit}
          onChange={(temperatureUnit) => set({ temperatureUnit })}
          words={temperatureUnitWord}
          disabled={!owner}
        />
        <SelectField
          label="Lengths of locks are shown in"
          value={form.lengthUnit}
          onChange={(lengthUnit) => set({ lengthUnit })}
          words={lengthUnitWord}
          disabled={!owner}
        />
        <NumberField
          label="The scale’s division, grams"
          {...field('scaleStep', 'scaleStepGrams')}
          disabled={!owner}
          help="the last step of its display: it says how much a gap may be before it means something"
        />
        <TextField
          label="The usual bowl weighs"
          {...text('usualBowl', 'so that a forgotten tare can be named')}
          disabled={!owner}
        />
        <TextField
          label="Currency"
          value={form.currency}
          onChange={(e) => set({ currency: e.target.value.toUpperCase() })}
          disabled={!owner}
          error={!!saving.at('currency')}
          helperText={saving.at('currency') ?? 'three letters'}
        />
        <SelectField
          label="Time zone"
          value={form.timeZone}
          onChange={(timeZone) => set({ timeZone })}
          words={Object.fromEntries(shop.timeZones.map((z) => [z, z.replaceAll('_', ' ')]))}
          disabled={!owner}
        />
        <NumberField
          label={`An hour counts for, ${form.currency}`}
          {...field('hourlyRate')}
          disabled={!owner}
          help="empty: hours are not counted into the cost"
        />
        <h3 className={layout.above8}>Where people disagree</h3>
        {shop.schoolQuestions.map((q) => {
          const key = lowerFirst(q.name) as keyof Schema['Schools'];
          const side = q.sides.find((s) => lowerFirst(s.value) === String(form.schools[key]));
          return (
            <SelectField
              key={q.name}
              label={q.question}
              value={String(form.schools[key])}
              onChange={(value) =>
                set({
                  schools: {
                    ...form.schools,
                    [key]: value === 'true' ? true : value === 'false' ? false : value,
                  } as Schema['Schools'],
                })
              }
              words={Object.fromEntries(q.sides.map((s) => [lowerFirst(s.value), s.word]))}
              helperText={side?.speaksFor}
              disabled={!owner}
            />
          );
        })}
        <ProblemNotice error={saving.error} />
        {saved && <Notice tone="kept">Saved.</Notice>}
        {owner && (
          <Button className={layout.selfStart} type="submit" variant="contained">
            Save the settings
          </Button>
        )}
      </form>
    </Section>
  );
}

const lowerFirst = (word: string) => word.charAt(0).toLowerCase() + word.slice(1);
