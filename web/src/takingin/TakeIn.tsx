import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useDeferredValue, type FormEvent } from 'react';
import { useNavigate } from 'react-router';
import { api, Problem, type Schema } from '../api/client';
import { refreshLog, useAir, useBreedSearch, useSession } from '../api/queries';
import { useDoor, useReadMass } from './queries';
import { PartsOfABlend, sentParts, type Part } from '../fields/PartsOfABlend';
import { AnimalField } from '../fields/AnimalField';
import { BreedField } from '../fields/BreedField';
import { UnlikelyAnswers } from '../ui/UnlikelyAnswers';
import { SelectField } from '../ui/SelectField';
import { number } from '../ui/figures';
import { newKey } from '../api/keep';
import { sentTime } from '../api/zone';
import { useKept } from '../ui/useKept';
import { CautionSlip, Notice, ProblemNotice } from '../ui/Notices';
import { airWords, contentWord, formWord, stateWord } from '../ui/words';
import { WeightField } from '../ui/WeightField';
import { FleeceOnTheScale } from './FleeceOnTheScale';
import { NumberField } from '../ui/NumberField';
import { TimeField } from '../ui/TimeField';
import { useSend } from '../api/change';
import { Column } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import styles from './TakeIn.module.css';

const fresh = () => ({
  key: newKey(),
  mass: '',
  state: 'rested' as Schema['WeighingState'],
  humidity: '',
  breed: '',
  breedAsWritten: false,
  massAsWritten: false,
  animal: '',
  colour: '',
  shornOn: '',
  /** When it came in, as a field holds it; empty for now. */
  doneAt: '',
  price: '',
  carriage: '',
  content: 'unknown' as Schema['Content'],
  form: 'raw' as Schema['LotForm'],
  before: '',
  dyed: false,
  /** The parts of a blend; none for one fibre. */
  parts: [] as Part[],
  notes: '',
});

/** Taking in: the weight is all that is needed. */
export function TakeIn() {
  const navigate = useNavigate();
  const session = useSession();
  const door = useDoor();
  const air = useAir();
  const [form, keep, clear] = useKept('take-in.2', fresh);
  const breeds = useBreedSearch(useDeferredValue(form.breed.split('/').at(-1)!.trim()));
  const mass = useDeferredValue(form.mass);
  const understood = useReadMass(mass);
  const { go, error, busy, away, clearError } = useSend(
    async (body: Schema['TakeInRequest'], key: string) =>
      (await api.POST('/api/fleeces', { body, params: { header: { 'Idempotency-Key': key } } })).data!,
    (answer) => {
      clear();
      void refreshLog();
      void navigate(`/lots/${answer.code}`);
    },
  );
  const change = (part: Partial<typeof form>) => {
    clearError();
    keep(part);
  };
  const breed = breeds.data?.find((b) => b.breed.name.toLowerCase() === form.breed.trim().toLowerCase())?.breed;
  const take = ({ mass, massAsWritten } = form) =>
    void go(
      {
        mass,
        massAsWritten,
        state: form.state,
        humidityPercent: form.humidity.trim() === '' ? (air.data?.humidityPercent ?? null) : number(form.humidity),
        breed: form.breed || null,
        breedAsWritten: form.breedAsWritten,
        animal: form.animal || null,
        colour: form.colour || null,
        shornOn: form.shornOn || null,
        doneAt: sentTime(form.doneAt),
        price: number(form.price),
        carriage: number(form.carriage),
        content: form.content,
        form: form.form,
        // What is not asked of a fleece is not sent of it either.
        before: raw ? null : form.before || null,
        dyed: !raw && form.dyed,
        parts: !raw && form.parts.length > 0 ? sentParts(form.parts) : null,
        notes: form.notes || null,
      },
      form.key,
    );
  // What is answered to the question goes in by the tap that answers.
  const weighs = (answer: { mass: string; massAsWritten: boolean }) => {
    change(answer);
    take({ ...form, ...answer });
  };
  const submit = (e: FormEvent) => {
    e.preventDefault();
    take();
  };
  const raw = door.data?.inTheGrease.includes(form.form) ?? form.form === 'raw';
  const heavy = error?.refusals.find((r) => r.code === 'unlike-the-breed');
  const typedWrong = understood.error instanceof Problem && !understood.error.isAway ? understood.error.message : null;

  return (
    <div className={styles.takeIn}>
      <form className={styles.form} onSubmit={submit} noValidate>
        <h1>{raw ? 'Take in a fleece' : 'Take in fibre'}</h1>
        <div className={styles.columns}>
          <div className={styles.first}>
            <FleeceOnTheScale grams={understood.data?.grams ?? null} breed={breed ?? null} colour={form.colour} />
          </div>
          <Column gap={1.5}>
            <WeightField
              big
              autoFocus
              label={raw ? 'Raw weight' : 'Weight'}
              value={form.mass}
              onChange={(text) => change({ mass: text, massAsWritten: false })}
              error={error?.at('mass') ?? (form.mass ? typedWrong : null)}
              understood={form.mass ? understood.data?.text : null}
              placeholder="any unit: 540, 1.2 kg, 2 lb 3 oz"
            />
            {heavy && (
              <UnlikelyAnswers
                question={heavy}
                was={(mass) => weighs({ mass, massAsWritten: false })}
                isSo={() => weighs({ mass: form.mass, massAsWritten: true })}
                so="It weighs so"
              />
            )}
            {door.data && (
              <SelectField
                label="It comes in as"
                value={form.form}
                onChange={(as) => change({ form: as, parts: door.data.inTheGrease.includes(as) ? [] : form.parts })}
                words={formWord}
                of={door.data.forms}
                error={!!error?.at('form')}
                helperText={error?.at('form')}
              />
            )}
            <ProblemNotice error={error?.isToldAt(['mass', 'parts']) ? null : error} />
            {away && (
              <Notice tone="watch">
                The server or its database is away. Your entry is kept here and goes in by itself, once, when it is
                back.
              </Notice>
            )}
            <Button
              type="submit"
              variant="contained"
              size="large"
              disabled={busy || session.data?.workshop?.role === 'looker'}
            >
              Take it in
            </Button>
          </Column>
        </div>
        <h2 className={layout.above8}>What is known of it</h2>
        <div className={styles.takeInColumns}>
          <BreedField
            value={form.breed}
            onChange={(breed) => change({ breed, breedAsWritten: false })}
            error={error}
            asWritten={() => change({ breedAsWritten: true })}
            fibres
          />
          {!raw && (
            <>
              <TextField
                slotProps={{ htmlInput: { maxLength: 300 } }}
                label="Done to it before"
                value={form.before}
                onChange={(e) => change({ before: e.target.value })}
                helperText="noted, and counted nowhere: scoured by the mill, say"
              />
              <FormControlLabel
                control={<Checkbox checked={form.dyed} onChange={(e) => change({ dyed: e.target.checked })} />}
                label="It is dyed"
              />
              <PartsOfABlend parts={form.parts} change={(parts) => change({ parts })} error={error?.at('parts')} />
            </>
          )}
          <AnimalField
            value={form.animal}
            onChange={(animal) => change({ animal })}
            onChoose={(animal) =>
              change({
                animal: animal.name,
                breed: form.breed || animal.breed,
                breedAsWritten: form.breed ? form.breedAsWritten : true,
                colour: form.colour || animal.colour,
              })
            }
          />
          <TextField label="Colour" value={form.colour} onChange={(e) => change({ colour: e.target.value })} />
          <TimeField
            label="Came in"
            kind="datetime-local"
            value={form.doneAt}
            onChange={(doneAt) => change({ doneAt })}
            error={error?.at('doneAt')}
            help="left empty: now"
          />
          <TimeField
            label="Shorn on"
            kind="date"
            value={form.shornOn}
            onChange={(shornOn) => change({ shornOn })}
            error={error?.at('shornOn')}
          />
          <NumberField
            label={`Price, ${session.data?.currency ?? ''}`}
            value={form.price}
            onChange={(text) => change({ price: text })}
            error={error?.at('price')}
          />
          <NumberField
            label={`Carriage, ${session.data?.currency ?? ''}`}
            value={form.carriage}
            onChange={(text) => change({ carriage: text })}
            error={error?.at('carriage')}
          />
          <SelectField
            label="What it is"
            value={form.content}
            onChange={(content) => change({ content })}
            words={contentWord}
            helperText="bought and found fibre is often wrong"
          />
          <SelectField
            label="Weighed"
            value={form.state}
            onChange={(state) => change({ state })}
            words={stateWord}
            of={['rested', 'warm', 'damp', 'asSold']}
          />
          <NumberField
            label="Room humidity, %"
            value={form.humidity}
            onChange={(text) => change({ humidity: text })}
            error={error?.at('humidityPercent')}
            help={airWords(air.data)}
          />
          <TextField
            className={styles.field}
            label="Notes"
            value={form.notes}
            onChange={(e) => change({ notes: e.target.value })}
            multiline
          />
        </div>
      </form>
      {door.data && raw && <CautionSlip caution={door.data.caution} />}
    </div>
  );
}
