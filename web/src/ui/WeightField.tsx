import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { headFont } from './theme';
import { TakeFromScale } from './TakeFromScale';

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
      slotProps={{
        htmlInput: { inputMode: 'text', autoComplete: 'off', autoCapitalize: 'off', spellCheck: false, maxLength: 40 },
        input: big
          ? {
              sx: {
                '& input': {
                  fontFamily: headFont,
                  fontSize: { xs: '2.6rem', md: '2.4rem' },
                  height: '1.2em',
                  py: { xs: 2.5, md: 1.5 },
                },
              },
            }
          : undefined,
        inputLabel: { shrink: true },
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
