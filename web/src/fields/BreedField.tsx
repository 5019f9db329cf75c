import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useDeferredValue } from 'react';
import { type Problem } from '../api/client';
import { useBreedSearch } from '../api/queries';
import layout from '../ui/layout.module.css';
import { Row } from '../ui/layouts';
import { breedHelp, fibreWord } from '../ui/words';

interface BreedFieldProps {
  value: string;
  onChange: (text: string) => void;
  error: Problem | null | undefined;
  /** The person says that a breed the book does not know is meant as it is written. */
  asWritten: () => void;
  /** Of cotton or nylon there is no breed to tell: a fibre's own name may stand there. */
  fibres?: boolean;
}

/** A breed or a cross as people write it. One that the book does not know is asked about, with the answers as taps. */
export function BreedField({ value, onChange, error, asWritten, fibres = false }: BreedFieldProps) {
  const typing = value.split('/').at(-1)!.trim();
  const breeds = useBreedSearch(useDeferredValue(typing));
  const options = [
    ...(breeds.data?.map((b) => b.breed.name) ?? []),
    ...(fibres ? Object.values(fibreWord).filter((f) => typing.length > 1 && f.startsWith(typing.toLowerCase())) : []),
  ];
  const against = error?.at('breed');
  const asked = error?.refusals.find((r) => r.field === 'breed' && r.code === 'unknown-breed');
  return (
    <div>
      <Autocomplete
        freeSolo
        options={[...new Set(options)]}
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
      {asked && (
        <Row className={layout.above4} gap={1}>
          {asked.choices?.map((name) => (
            <Button key={name} variant="outlined" onClick={() => onChange(name)}>
              {name}
            </Button>
          ))}
          <Button onClick={asWritten}>It is as written</Button>
        </Row>
      )}
    </div>
  );
}
