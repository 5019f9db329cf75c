import { Box } from './Box';
import { Button } from './Button';
import { lazy, Suspense } from 'react';
import { type Problem } from '../api/client';
import { Row } from './layouts';
import { parts } from './mui/parts';
import { TextField } from './TextField';

const BreedBox = lazy(parts.breed);

interface BreedFieldProps {
  value: string;
  onChange: (text: string) => void;
  error: Problem | null | undefined;
  /** The person says that a breed the book does not know is meant as it is written. */
  asWritten: () => void;
}

/** A breed or a cross as people write it. One that the book does not know is asked about, with the answers as taps. */
export function BreedField({ value, onChange, error, asWritten }: BreedFieldProps) {
  const asked = error?.refusals.find((r) => r.field === 'breed' && r.code === 'unknown-breed');
  return (
    <Box>
      <Suspense fallback={<TextField label="Breed" value={value} helperText=" " disabled fullWidth />}>
        <BreedBox value={value} onChange={onChange} against={error?.at('breed')} />
      </Suspense>
      {asked && (
        <Row gap={1} sx={{ mt: 0.5 }}>
          {asked.choices?.map((name) => (
            <Button key={name} variant="outlined" onClick={() => onChange(name)}>
              {name}
            </Button>
          ))}
          <Button onClick={asWritten}>It is as written</Button>
        </Row>
      )}
    </Box>
  );
}
