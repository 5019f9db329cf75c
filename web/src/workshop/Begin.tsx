import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { type FormEvent } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schema } from '../api/client';
import { invalidate } from '../api/queries';
import { useChange } from '../api/change';
import { SelectField } from '../ui/SelectField';
import { number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { ProblemNotice } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { useFields } from '../ui/useFields';
import { lengthUnitWord, temperatureUnitWord, unitWord } from '../ui/words';
import { guessUnits } from './guessUnits';
import { useWorkshop } from './queries';
import styles from './Begin.module.css';

/** A new workshop's first page: its name and what it counts in, guessed from where the browser is, in one tap. */
export function Begin() {
  const shop = useWorkshop();
  if (shop.isLoadingError) return <ProblemNotice error={shop.error} retry={() => void shop.refetch()} />;
  return shop.data ? <Settings shop={shop.data} /> : null;
}

function Settings({ shop }: { shop: Schema['WorkshopPage'] }) {
  const navigate = useNavigate();
  const guessed = guessUnits(navigator.language);
  const saving = useChange(
    ({ scaleStep, ...form }: typeof fresh) =>
      api.PUT('/api/workshop', {
        body: {
          ...form,
          scaleStepGrams: number(scaleStep) ?? NaN,
          timeZone: shop.timeZone,
          usualBowl: shop.usualBowl,
          hourlyRate: shop.hourlyRate,
          schools: shop.schools,
          version: shop.version,
        },
      }),
    async () => {
      await invalidate(['/api/workshop', '/api/session', '/api/course']);
      void navigate('/');
    },
  );
  const fresh = { name: shop.name, ...guessed, scaleStep: String(shop.scaleStepGrams) };
  const { values, set, field, text } = useFields(fresh, saving);
  // What is shown goes along; what is half typed stays as it was.
  const later = () =>
    saving.go({
      ...values,
      name: values.name.trim() || fresh.name,
      currency: /^[A-Z]{3}$/.test(values.currency) ? values.currency : fresh.currency,
      scaleStep: (number(values.scaleStep) ?? 0) > 0 ? values.scaleStep : fresh.scaleStep,
    });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    saving.go(values);
  };
  return (
    <Column className={styles.settings} gap={2}>
      <h1>Your workshop</h1>
      <p>
        What do you count in? A number that you type alone is read in these; with its unit, any unit is understood. All
        of it can be changed later.
      </p>
      <form className={styles.form} onSubmit={submit} noValidate>
        <TextField slotProps={{ htmlInput: { maxLength: 80 } }} label="Name of the workshop" {...text('name')} />
        <div className={styles.columns}>
          <SelectField label="Weights in" value={values.unit} onChange={(unit) => set({ unit })} words={unitWord} />
          <SelectField
            label="Temperatures in"
            value={values.temperatureUnit}
            onChange={(temperatureUnit) => set({ temperatureUnit })}
            words={temperatureUnitWord}
          />
          <SelectField
            label="Lengths of locks in"
            value={values.lengthUnit}
            onChange={(lengthUnit) => set({ lengthUnit })}
            words={lengthUnitWord}
          />
          <TextField
            label="Currency"
            value={values.currency}
            onChange={(e) => set({ currency: e.target.value.toUpperCase() })}
            error={!!saving.at('currency')}
            helperText={saving.at('currency') ?? 'three letters'}
          />
        </div>
        <NumberField
          label="The scale’s division, grams"
          {...field('scaleStep', 'scaleStepGrams')}
          help="the last step of its display"
        />
        <Row gap={1}>
          {['0.1', '1', '5', '10'].map((step) => (
            <Button key={step} size="small" variant="outlined" onClick={() => set({ scaleStep: step })}>
              {step} g
            </Button>
          ))}
        </Row>
        <ProblemNotice error={saving.besides('name', 'currency', 'scaleStepGrams')} />
        <Row gap={2}>
          <Button type="submit" variant="contained" size="large" disabled={saving.busy}>
            That is right
          </Button>
          <Button disabled={saving.busy} onClick={later}>
            Later
          </Button>
        </Row>
      </form>
    </Column>
  );
}
