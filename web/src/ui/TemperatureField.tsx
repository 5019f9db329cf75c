import TextField from '@mui/material/TextField';
import { useState, type CSSProperties } from 'react';
import { looksLikeTemperature } from './figures';

interface TemperatureFieldProps {
  /** Without the unit: what a bare number counts in stands behind it. */
  label?: string;
  /** The workshop's sign, °C or °F. */
  sign: string;
  value: string;
  onChange: (text: string) => void;
  error?: string | null;
  help?: string | null;
  placeholder?: string;
  /** Where no label is drawn. */
  name?: string;
  className?: string;
  style?: CSSProperties;
}

/** A temperature as people type it, in either unit; the server reads it. What is none is said as soon as the field is left or entered. */
export function TemperatureField({
  label,
  sign,
  value,
  onChange,
  error,
  help,
  placeholder,
  name,
  className,
  style,
}: TemperatureFieldProps) {
  const [left, setLeft] = useState(false);
  const unread =
    left && value.trim() !== '' && !looksLikeTemperature(value) ? 'That does not read as a temperature.' : null;
  const against = error ?? unread;
  return (
    <TextField
      slotProps={{
        inputLabel: { shrink: true },
        htmlInput: { inputMode: 'decimal', autoComplete: 'off', 'aria-label': name },
      }}
      label={label ? `${label}, ${sign}` : sign}
      value={value}
      onChange={(e) => {
        setLeft(false);
        onChange(e.target.value);
      }}
      onFocus={() => setLeft(false)}
      onBlur={() => setLeft(true)}
      onKeyDown={(e) => {
        if (e.key === 'Enter') setLeft(true);
      }}
      error={!!against}
      helperText={against ?? help ?? undefined}
      placeholder={placeholder}
      className={className}
      style={style}
    />
  );
}
