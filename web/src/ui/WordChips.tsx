import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { tone } from './theme';

interface Props<T extends string> {
  label: string;
  value: T;
  words: readonly { value: T; word: string; means?: string }[];
  onChange: (value: T) => void;
  disabled?: boolean;
}

/** A few words to choose one from, each as large as a thumb. */
export function WordChips<T extends string>({ label, value, words, onChange, disabled }: Props<T>) {
  return (
    <ToggleButtonGroup
      exclusive
      disabled={disabled}
      value={value}
      onChange={(_, next: T | null) => onChange(next ?? value)}
      aria-label={label}
      sx={{
        flexWrap: 'wrap',
        gap: 0.75,
        '& .MuiToggleButton-root': {
          m: 0,
          border: `1px solid ${tone('oat')}`,
          borderRadius: '6px',
          textTransform: 'none',
          fontWeight: 400,
          fontSize: '0.95rem',
          minHeight: 44,
          px: 1.5,
          py: 0.5,
          color: 'text.primary',
        },
        '& .MuiToggleButton-root.Mui-selected': {
          fontWeight: 700,
          bgcolor: 'background.paper',
          borderColor: tone('woad'),
          boxShadow: `inset 0 -3px 0 ${tone('woad')}`,
        },
      }}
    >
      {words.map((w) => (
        <ToggleButton key={w.value} value={w.value} title={w.means}>
          {w.word}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
