import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useNavigate } from 'react-router';
import { api, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { refreshAnimals } from '../api/queries';
import { SelectField } from '../ui/SelectField';
import { FormDialog } from '../ui/FormDialog';
import { ProblemNotice } from '../ui/Notices';
import { TimeField } from '../ui/TimeField';
import { useFields } from '../ui/useFields';
import { kindOfAnimal } from '../ui/words';

/** What is noted of an animal; without one it is a new animal. */
export function AnimalForm({ animal, close }: { animal?: Schema['AnimalCard']; close: () => void }) {
  const navigate = useNavigate();
  const saving = useChange(
    async (form: typeof fresh) => {
      const body = { ...form, born: form.born || null, version: animal?.version };
      return animal
        ? (await api.PUT('/api/animals/{id}', { params: { path: { id: animal.id } }, body })).data!
        : (await api.POST('/api/animals', { body })).data!;
    },
    async (card) => {
      await refreshAnimals();
      close();
      if (!animal) void navigate(`/animals/${card.id}`);
    },
  );
  const fresh = {
    name: animal?.name ?? '',
    kind: animal?.kind ?? ('sheep' as Schema['AnimalKind']),
    breed: animal?.breed ?? '',
    born: animal?.born ?? '',
    colour: animal?.colour ?? '',
    notes: animal?.notes ?? '',
  };
  const { values, set, field, text } = useFields(fresh, saving);
  return (
    <FormDialog
      title={animal ? <>What is noted of {animal.name}</> : 'An animal'}
      close={close}
      actions={
        <>
          <Button onClick={close}>Leave it</Button>
          <Button variant="contained" disabled={saving.busy} onClick={() => saving.go(values)}>
            Note it
          </Button>
        </>
      }
    >
      <TextField slotProps={{ htmlInput: { maxLength: 80 } }} label="Name" autoFocus {...text('name')} />
      <SelectField
        label="Kind"
        value={values.kind}
        onChange={(kind) => set({ kind })}
        words={kindOfAnimal}
        error={!!saving.at('kind')}
        helperText={saving.at('kind')}
      />
      <TextField label="Breed" {...text('breed', 'or a cross: Gotland 50 / Wensleydale 50')} />
      <TimeField label="Born" kind="date" {...field('born')} />
      <TextField slotProps={{ htmlInput: { maxLength: 60 } }} label="Colour" {...text('colour')} />
      <TextField slotProps={{ htmlInput: { maxLength: 2000 } }} label="Notes" {...text('notes')} multiline />
      <ProblemNotice error={saving.besides('name', 'kind', 'breed', 'born', 'colour', 'notes')} />
    </FormDialog>
  );
}
