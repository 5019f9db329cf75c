import TextField from '@mui/material/TextField';
import { useState, type CSSProperties } from 'react';
import { number } from './figures';

interface NumberFieldProps {
  label?: string;
  value: string;
  onChange: (text: string) => void;
  /** What the server or the form has against it. */
  error?: string | null;
  help?: string | null;
  /** Counts have a keypad without a comma. */
  whole?: boolean;
  /** The label stands above even while the field is empty. */
  shrink?: boolean;
  placeholder?: string;
  autoFocus?: boolean;
  disabled?: boolean;
  /** When the field is left. */
  onLeave?: () => void;
  /** Where no label is drawn. */
  name?: string;
  className?: string;
  style?: CSSProperties;
}

/** A figure, with a decimal comma or a point. What does not read is said here, as soon as the field is left, and is never sent. */
export function NumberField({
  label,
  value,
  onChange,
  error,
  help,
  whole,
  shrink,
  placeholder,
  autoFocus,
  disabled,
  onLeave,
  name,
  className,
  style,
}: NumberFieldProps) {
  const [left, setLeft] = useState(false);
  const unread = left && Number.isNaN(number(value)) ? 'That does not read as a number.' : null;
  const against = error ?? unread;
  return (
    <TextField
      slotProps={{
        inputLabel: { shrink },
        htmlInput: { inputMode: whole ? 'numeric' : 'decimal', autoComplete: 'off', 'aria-label': name },
      }}
      label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      onFocus={() => setLeft(false)}
      onBlur={() => {
        setLeft(true);
        onLeave?.();
      }}
      error={!!against}
      helperText={against ?? help ?? undefined}
      placeholder={placeholder}
      autoFocus={autoFocus}
      disabled={disabled}
      className={className}
      style={style}
    />
  );
}
