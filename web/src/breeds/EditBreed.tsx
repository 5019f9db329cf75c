import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { api, type Schema } from '../api/client';
import { SelectField } from '../ui/SelectField';
import { range } from '../ui/figures';
import { ProblemNotice } from '../ui/Notices';
import { RangeField } from '../ui/RangeField';
import { classWord, waveWord } from '../ui/words';
import { invalidate } from '../api/queries';
import { useChanges } from '../api/change';
import { useFields } from '../ui/useFields';
import { FormDialog } from '../ui/FormDialog';
import styles from './EditBreed.module.css';

const blank: Schema['Breed'] = {
  name: '',
  fibre: 'wool',
  class: 'medium',
  micron: { low: 24, high: 30 },
  stapleMillimetres: { low: 75, high: 120 },
  wave: 'crimp',
  crimpsPerCentimetre: null,
  fleeceKilograms: { low: 2, high: 4 },
  cleanYield: { low: 0.5, high: 0.7 },
  conservationConcern: false,
};

const ranges = [
  ['micron', 'Fineness, µm', 1],
  ['stapleMillimetres', 'Staple, mm', 1],
  ['crimpsPerCentimetre', 'Crimps / cm', 1],
  ['fleeceKilograms', 'Fleece, kg', 1],
  ['cleanYield', 'Clean, %', 100],
] as const;

type RangeName = (typeof ranges)[number][0];

type BreedForm = { name: string; kind: Schema['FleeceClass']; wave: Schema['Wave'] } & Record<RangeName, string>;

const typedRanges = (of: Schema['Breed']) =>
  Object.fromEntries(
    ranges.map(([key, , scale]) => [key, of[key] ? `${trim(of[key].low * scale)}-${trim(of[key].high * scale)}` : '']),
  ) as Record<RangeName, string>;

/** The workshop's own values of a breed; taking them away brings the general ones back. */
export function EditBreed({ view, close }: { view: Schema['BreedView'] | null; close: () => void }) {
  const start = view?.breed ?? blank;
  const change = useChanges(async () => {
    await invalidate(['/api/breeds', '/api/breeds/search'], ['/api/lots/{code}']);
    close();
  });
  const save = () =>
    change.go(() => {
      const span = (key: RangeName, scale: number) => range(typed[key], scale);
      return api.PUT('/api/breeds', {
        body: {
          ...start,
          name,
          class: kind,
          wave,
          micron: span('micron', 1)!,
          stapleMillimetres: span('stapleMillimetres', 1)!,
          crimpsPerCentimetre: span('crimpsPerCentimetre', 1),
          fleeceKilograms: span('fleeceKilograms', 1)!,
          cleanYield: span('cleanYield', 100)!,
        },
      });
    });
  const takeAway = () => change.go(() => api.DELETE('/api/breeds/{name}', { params: { path: { name: start.name } } }));
  const {
    values: { name, kind, wave, ...typed },
    set,
    field,
    text,
  } = useFields<BreedForm>({ name: start.name, kind: start.class, wave: start.wave, ...typedRanges(start) }, change);
  return (
    <FormDialog
      title={<>{view ? `Your values for ${start.name}` : 'A breed of your own'}</>}
      close={close}
      actions={
        <>
          {view?.from === 'yours' && <Button onClick={() => takeAway()}>Take your values away</Button>}
          <Button onClick={close}>Leave it</Button>
          <Button variant="contained" onClick={() => save()} disabled={name.trim() === ''}>
            Keep these
          </Button>
        </>
      }
    >
      <TextField label="Name" {...text('name')} disabled={view !== null} autoFocus={!view} />
      <div className={styles.columns}>
        <SelectField label="Kind" value={kind} onChange={(kind) => set({ kind })} words={classWord} />
        <SelectField label="Wave" value={wave} onChange={(wave) => set({ wave })} words={waveWord} />
        {ranges.map(([key, label]) => (
          <RangeField key={key} label={label} {...field(key)} />
        ))}
      </div>
      <ProblemNotice error={change.besides('name', ...ranges.map(([key]) => key))} />
    </FormDialog>
  );
}

const trim = (value: number) => Number(value.toFixed(2));
