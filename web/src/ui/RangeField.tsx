import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { range } from './figures';

interface RangeFieldProps {
  label: string;
  value: string;
  onChange: (text: string) => void;
  error?: string | null;
}

/** From one figure to another, such as 26-34. What does not read is said here, as soon as the field is left, and is never sent. */
export function RangeField({ label, value, onChange, error }: RangeFieldProps) {
  const [left, setLeft] = useState(false);
  const typed = range(value);
  const unread = left && typed && (Number.isNaN(typed.low) || Number.isNaN(typed.high));
  const against = error ?? (unread ? 'That does not read as a range such as 26-34.' : null);
  return (
    <TextField
      slotProps={{ htmlInput: { inputMode: 'text', autoComplete: 'off' } }}
      label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      onFocus={() => setLeft(false)}
      onBlur={() => setLeft(true)}
      error={!!against}
      helperText={against ?? 'from-to'}
    />
  );
}
