import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { api, type Schema } from '../api/client';
import { refreshLog, useSession } from '../api/queries';
import { AnimalField } from '../fields/AnimalField';
import { BreedField } from '../fields/BreedField';
import { PartsOfABlend, sentParts, type Part } from '../fields/PartsOfABlend';
import { number } from '../ui/figures';
import { ProblemNotice } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { Row } from '../ui/layouts';
import { WeightField } from '../ui/WeightField';
import { useChange } from '../api/change';
import { useFields } from '../ui/useFields';
import { FormDialog } from '../ui/FormDialog';
import { useUnits } from '../api/units';
import { withUnit } from '../ui/withUnit';
import typography from '../ui/typography.module.css';

/** What is noted of a lot beside its weights; what it was before stays readable in its history. */
export function LotFacts({ lot, close }: { lot: Schema['LotHead']; close: () => void }) {
  const units = useUnits();
  const session = useSession();
  const [told] = useState<readonly Part[]>(() =>
    lot.mayTellParts ? lot.parts.map((p) => ({ fibre: p.fibre, breed: p.breed, share: p.share?.text ?? '' })) : [],
  );
  const saving = useChange(
    (form: typeof fresh) =>
      api.PATCH('/api/lots/{id}/facts', {
        params: { path: { id: lot.id } },
        body: {
          animal: form.animal,
          colour: form.colour,
          breed: form.breed === lot.parentage ? null : form.breed,
          breedAsWritten: form.breedAsWritten,
          notes: form.notes,
          readyMade: number(form.price),
          weighedLength: withUnit(form.length, units.yarn),
          weighedMass: form.mass.trim() || null,
          parts: form.parts === fresh.parts ? null : sentParts(form.parts),
          because: form.because || null,
        },
      }),
    async () => {
      await refreshLog();
      close();
    },
  );
  const fresh = {
    animal: lot.animal,
    colour: lot.colour,
    breed: lot.parentage,
    breedAsWritten: false,
    notes: lot.notes,
    price: '',
    length: '',
    mass: '',
    parts: told,
    because: '',
  };
  const { values, set, field, text } = useFields(fresh, saving);
  return (
    <FormDialog
      title={<>What is noted of {lot.code}</>}
      close={close}
      actions={
        <>
          <Button onClick={close}>Leave it</Button>
          <Button variant="contained" onClick={() => saving.go(values)}>
            Note it
          </Button>
        </>
      }
    >
      {told.length === 0 && values.parts.length === 0 && (
        <BreedField
          value={values.breed}
          onChange={(breed) => set({ breed, breedAsWritten: false })}
          error={saving.error}
          asWritten={() => set({ breedAsWritten: true })}
        />
      )}
      {lot.mayTellParts && (
        <PartsOfABlend
          parts={values.parts}
          change={(parts) => set({ parts })}
          error={saving.error?.at('parts') ?? undefined}
        />
      )}
      <AnimalField value={values.animal} onChange={(animal) => set({ animal })} />
      <TextField label="Colour" {...text('colour')} />
      {lot.holdings.length > 0 && (
        <Row align="start" gap={1.5}>
          <TextField
            style={{ width: 220 }}
            label={`A length of it, ${units.yarn}`}
            {...text('length', 'with its weight: all its metres', 'weighedLength')}
            placeholder="2 m, 60 in"
            slotProps={{ inputLabel: { shrink: true } }}
          />
          <div style={{ width: 180 }}>
            <WeightField
              label="weighs"
              value={values.mass}
              onChange={(mass) => set({ mass })}
              error={saving.error?.at('weighedMass')}
            />
          </div>
          {lot.supply && <p className={typography.quiet}>{lot.supply}</p>}
        </Row>
      )}
      <TextField label="Notes" {...text('notes')} multiline />
      <NumberField
        label={`Ready-made, ${session.data?.currency ?? ''} for ${units.amount}`}
        {...field('price', 'readyMade')}
        help={
          lot.readyMadePer100Grams ? `${lot.readyMadePer100Grams} now; empty leaves it` : 'to hold the own cost against'
        }
      />
      {values.breed !== lot.parentage && (
        <p className={typography.quiet}>What was made of it is of that breed too; its balances are struck anew.</p>
      )}
      <TextField label="Because" {...text('because')} />
      <ProblemNotice
        error={saving.besides(
          'breed',
          'animal',
          'colour',
          'notes',
          'readyMade',
          'because',
          'weighedLength',
          'weighedMass',
          'parts',
        )}
      />
    </FormDialog>
  );
}
