import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useDeferredValue } from 'react';
import { useBreedSearch } from '../../api/queries';
import { breedHelp } from '../words';
import { Themed } from './Themed';

export interface BreedBoxProps {
  value: string;
  onChange: (text: string) => void;
  /** What the server has against it. */
  against?: string;
}

/** A breed or a cross as it is typed, with those of the book offered. */
export default function BreedBox({ value, onChange, against }: BreedBoxProps) {
  const typing = value.split('/').at(-1)!.trim();
  const breeds = useBreedSearch(useDeferredValue(typing));
  return (
    <Themed>
      <Autocomplete
        freeSolo
        options={breeds.data?.map((b) => b.breed.name) ?? []}
        filterOptions={(all) => all}
        value={value}
        inputValue={value}
        onChange={(_, chosen) => onChange(chosen ?? '')}
        onInputChange={(_, text, why) => {
          // What the box sets by itself, when it is emptied after a fleece was taken in, is not typed by anybody.
          if (why === 'input' || why === 'clear') onChange(text);
        }}
        renderInput={(params) => (
          <TextField {...params} label="Breed" error={!!against} helperText={against ?? breedHelp} />
        )}
      />
    </Themed>
  );
}
