import { lazy, Suspense } from 'react';
import type { AnimalFieldProps } from './mui/AnimalField';
import { parts } from './mui/parts';
import { TextField } from './TextField';

/** Nothing is offered where that could not be fetched: a name can be typed all the same. */
const Plain = ({ value, onChange, waits }: AnimalFieldProps & { waits?: boolean }) => (
  <TextField
    label="Animal"
    value={value}
    onChange={(e) => onChange(e.target.value)}
    helperText="its clips are found together"
    attributes={{ maxLength: 80 }}
    disabled={waits}
    fullWidth
  />
);

const Field = lazy(() => parts.animal().catch(() => ({ default: Plain })));

/** The animal by its name; those that are known are offered as one types. */
export const AnimalField = (field: AnimalFieldProps) => (
  <Suspense fallback={<Plain {...field} waits />}>
    <Field {...field} />
  </Suspense>
);
