import TextField from '@mui/material/TextField';

/** Wraps in an inch: one figure, from one to another such as 13-14, or several places such as 14 15 13. The server reads it. */
export function WrapsField({
  label,
  value,
  onChange,
  error,
  autoFocus,
  help = '14, 13-14, or 14 15 13',
  width = 250,
}: {
  label: string;
  value: string;
  onChange: (text: string) => void;
  error?: string | null;
  autoFocus?: boolean;
  help?: string;
  width?: number;
}) {
  return (
    <TextField
      slotProps={{ htmlInput: { inputMode: 'text', autoComplete: 'off' } }}
      label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      error={!!error}
      helperText={error ?? help}
      autoFocus={autoFocus}
      style={{ width }}
    />
  );
}
