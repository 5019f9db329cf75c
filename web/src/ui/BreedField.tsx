import { Box } from './Box';
import { Button } from './Button';
import { lazy, Suspense } from 'react';
import { type Problem } from '../api/client';
import { Row } from './layouts';
import type { BreedBoxProps } from './mui/BreedBox';
import { parts } from './mui/parts';
import { TextField } from './TextField';
import { breedHelp } from './words';

/** Nothing is offered where that could not be fetched: a breed can be typed all the same. */
const Plain = ({ value, onChange, against, waits }: BreedBoxProps & { waits?: boolean }) => (
  <TextField
    label="Breed"
    value={value}
    onChange={(e) => onChange(e.target.value)}
    error={!!against}
    helperText={against ?? breedHelp}
    disabled={waits}
    fullWidth
  />
);

const BreedBox = lazy(() => parts.breed().catch(() => ({ default: Plain })));

interface BreedFieldProps {
  value: string;
  onChange: (text: string) => void;
  error: Problem | null | undefined;
  /** The person says that a breed the book does not know is meant as it is written. */
  asWritten: () => void;
}

/** A breed or a cross as people write it. One that the book does not know is asked about, with the answers as taps. */
export function BreedField({ value, onChange, error, asWritten }: BreedFieldProps) {
  const field = { value, onChange, against: error?.at('breed') };
  const asked = error?.refusals.find((r) => r.field === 'breed' && r.code === 'unknown-breed');
  return (
    <Box>
      <Suspense fallback={<Plain {...field} waits />}>
        <BreedBox {...field} />
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
