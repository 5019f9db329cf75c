import TextField from '@mui/material/TextField';
import { createContext, useContext } from 'react';
import { TakeFromScale } from './TakeFromScale';
import typography from './typography.module.css';
import styles from './WeightField.module.css';

/** A keypad stands beside the weights: the phone's own keyboard stays away. */
export const KeypadHere = createContext(false);

interface WeightFieldProps {
  label: string;
  value: string;
  onChange: (text: string) => void;
  error?: string | null;
  /** What was understood, in the workshop's unit. */
  understood?: string | null;
  autoFocus?: boolean;
  big?: boolean;
  placeholder?: string;
}

/** A weight as people type it, in any unit; the big one is the station's number. */
export function WeightField({
  label,
  value,
  onChange,
  error,
  understood,
  autoFocus,
  big,
  placeholder,
}: WeightFieldProps) {
  const keypad = useContext(KeypadHere);
  const field = (
    <TextField
      slotProps={{
        inputLabel: { shrink: true },
        htmlInput: {
          inputMode: keypad ? 'none' : 'text',
          autoComplete: 'off',
          autoCapitalize: 'off',
          spellCheck: false,
          maxLength: 40,
          'data-weight': '',
        },
      }}
      label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      error={!!error}
      helperText={
        error ?? (understood ? <span className={typography.plain}>reads as {understood}</span> : (placeholder ?? ' '))
      }
      autoFocus={autoFocus}
      fullWidth={big}
      className={big ? styles.big : undefined}
    />
  );
  if (!big) return field;
  return (
    <div className={styles.withScale}>
      {field}
      <TakeFromScale onTake={onChange} />
    </div>
  );
}
