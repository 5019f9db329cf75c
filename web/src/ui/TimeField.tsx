import TextField from '@mui/material/TextField';
import type { SyntheticEvent } from 'react';
import { unreadTime } from '../api/unreadable';

interface TimeFieldProps {
  label: string;
  kind: 'date' | 'datetime-local' | 'time';
  /** As the browser writes it; empty for none, and what was typed in part is told apart from that. */
  value: string;
  onChange: (text: string) => void;
  error?: string | null;
  help?: string | null;
}

/**
 * A day or an hour. A browser gives nothing for a date that was typed in part, as if it were empty: here it is said at the field, and the form
 * does not send it.
 */
export function TimeField({ label, kind, value, onChange, error, help }: TimeFieldProps) {
  const unread = value === unreadTime;
  const look = (e: SyntheticEvent<HTMLElement>) => {
    const field = e.target as HTMLInputElement;
    if (field.validity.badInput && !unread) onChange(unreadTime);
    else if (!field.validity.badInput && unread) onChange(field.value);
  };
  const against = error ?? (unread ? 'That is no whole date or time yet.' : null);
  return (
    <TextField
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { onKeyUp: look, onBlur: look } }}
      label={label}
      type={kind}
      value={unread ? '' : value}
      onChange={(e) => onChange(e.target.value)}
      error={!!against}
      helperText={against ?? help ?? undefined}
    />
  );
}
