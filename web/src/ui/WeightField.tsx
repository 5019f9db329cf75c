import { Box } from './Box';
import { TextField } from './TextField';
import { createContext, useContext } from 'react';
import { TakeFromScale } from './TakeFromScale';

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
      label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      error={!!error}
      helperText={
        error ??
        (understood ? (
          <Box component="span" sx={{ color: 'text.primary' }}>
            reads as {understood}
          </Box>
        ) : (
          (placeholder ?? ' ')
        ))
      }
      autoFocus={autoFocus}
      fullWidth={big}
      big={big}
      shrink
      attributes={{
        inputMode: keypad ? 'none' : 'text',
        autoComplete: 'off',
        autoCapitalize: 'off',
        spellCheck: false,
        maxLength: 40,
        'data-weight': '',
      }}
    />
  );
  if (!big) return field;
  return (
    <Box sx={{ display: 'grid', justifyItems: 'start' }}>
      {field}
      <TakeFromScale onTake={onChange} />
    </Box>
  );
}
