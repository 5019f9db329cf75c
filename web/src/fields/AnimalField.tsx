import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useDeferredValue } from 'react';
import { type Schema } from '../api/client';
import { useAnimalSearch } from '../api/queries';
import { kindOfAnimal } from '../ui/words';

interface AnimalFieldProps {
  value: string;
  onChange: (name: string) => void;
  /** One that is known was chosen: what is noted of it may be filled in. */
  onChoose?: (animal: Schema['AnimalLine']) => void;
}

/** The animal by its name; those that are known are offered as one types. */
export function AnimalField({ value, onChange, onChoose }: AnimalFieldProps) {
  const found = useAnimalSearch(useDeferredValue(value.trim()));
  return (
    <Autocomplete
      freeSolo
      options={found.data?.animals ?? []}
      filterOptions={(all) => all}
      getOptionLabel={(a) => (typeof a === 'string' ? a : a.name)}
      getOptionKey={(a) => (typeof a === 'string' ? a : a.id)}
      value={value}
      inputValue={value}
      onChange={(_, chosen) => {
        onChange(chosen === null || typeof chosen === 'string' ? (chosen ?? '') : chosen.name);
        if (chosen !== null && typeof chosen !== 'string') onChoose?.(chosen);
      }}
      onInputChange={(_, text, why) => {
        if (why === 'input' || why === 'clear') onChange(text);
      }}
      renderOption={({ key, ...props }, a) => (
        <li key={key} {...props}>
          {a.name}, {[a.breed || kindOfAnimal[a.kind], a.colour].filter(Boolean).join(', ')}
        </li>
      )}
      renderInput={(params) => (
        <TextField
          {...params}
          label="Animal"
          helperText="its clips are found together"
          slotProps={{ ...params.slotProps, htmlInput: { ...params.slotProps.htmlInput, maxLength: 80 } }}
        />
      )}
    />
  );
}
