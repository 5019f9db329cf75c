import { lazy, Suspense } from 'react';
import type { AnimalFieldProps } from './mui/AnimalField';
import { parts } from './mui/parts';
import { TextField } from './TextField';

const Field = lazy(parts.animal);

/** The animal by its name; those that are known are offered as one types. */
export const AnimalField = (field: AnimalFieldProps) => (
  <Suspense fallback={<TextField label="Animal" value={field.value} helperText=" " disabled fullWidth />}>
    <Field {...field} />
  </Suspense>
);
