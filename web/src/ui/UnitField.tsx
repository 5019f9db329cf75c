import TextField from '@mui/material/TextField';
import { useState, type CSSProperties } from 'react';
import { looksLikeFigure } from './withUnit';

interface UnitFieldProps {
  /** Without the unit: what a number alone counts in stands behind it. */
  label: string;
  unit: string;
  value: string;
  onChange: (text: string) => void;
  error?: string | null;
  help?: string | null;
  placeholder?: string;
  /** The label stands above even while the field is empty. */
  shrink?: boolean;
  className?: string;
  style?: CSSProperties;
}

/**
 * A length, or how heavy something is for its length, as people type it: alone in the field’s unit, or with any other. The server
 * reads it; what is no figure is said as soon as the field is left. */
export function UnitField({
  label,
  unit,
  value,
  onChange,
  error,
  help,
  placeholder,
  shrink,
  className,
  style,
}: UnitFieldProps) {
  const [left, setLeft] = useState(false);
  const unread = left && value.trim() !== '' && !looksLikeFigure(value) ? 'That does not read as a number.' : null;
  const against = error ?? unread;
  return (
    <TextField
      slotProps={{
        inputLabel: { shrink },
        htmlInput: { inputMode: 'decimal', autoComplete: 'off', maxLength: 40 },
      }}
      label={`${label}, ${unit}`}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      onFocus={() => setLeft(false)}
      onBlur={() => setLeft(true)}
      error={!!against}
      helperText={against ?? help ?? undefined}
      placeholder={placeholder}
      className={className}
      style={style}
    />
  );
}
