import Button from '@mui/material/Button';
import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { refreshAnimals, useAnimalSearch } from '../api/queries';
import { FormDialog } from '../ui/FormDialog';
import { ProblemNotice } from '../ui/Notices';

/** Two that were noted apart are one: the other one's name stays, and this one's leads there. */
export function MergeAnimal({ animal, close }: { animal: Schema['AnimalCard']; close: () => void }) {
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const [into, setInto] = useState<Schema['AnimalLine'] | null>(null);
  const found = useAnimalSearch(useDeferredValue(typed.trim()), animal.kind);
  const merging = useChange(
    async (id: string) =>
      (await api.POST('/api/animals/{id}/merge', { params: { path: { id: animal.id } }, body: { into: id } })).data!,
    async (card) => {
      await refreshAnimals();
      close();
      void navigate(`/animals/${card.id}`);
    },
  );
  return (
    <FormDialog
      title={<>{animal.name} is the same as</>}
      close={close}
      actions={
        <>
          <Button onClick={close}>Leave it</Button>
          <Button variant="contained" disabled={!into || merging.busy} onClick={() => into && merging.go(into.id)}>
            {into ? `It is ${into.name}` : 'Choose one'}
          </Button>
        </>
      }
    >
      <Autocomplete
        options={(found.data?.animals ?? []).filter((a) => a.id !== animal.id)}
        filterOptions={(all) => all}
        getOptionLabel={(a) => a.name}
        getOptionKey={(a) => a.id}
        isOptionEqualToValue={(a, b) => a.id === b.id}
        value={into}
        inputValue={typed}
        onChange={(_, chosen) => {
          merging.clear();
          setInto(chosen);
        }}
        onInputChange={(_, text) => setTyped(text)}
        noOptionsText="No other of that kind by that name"
        renderInput={(params) => (
          <TextField {...params} label="The other one" error={!!merging.at('into')} helperText={merging.at('into')} />
        )}
      />

      <p>
        All clips of {animal.name} stand with {into?.name ?? 'the other one'} then, and {animal.name} leads there when
        you type it. It can be taken apart again.
      </p>
      <ProblemNotice error={merging.besides('into')} />
    </FormDialog>
  );
}
