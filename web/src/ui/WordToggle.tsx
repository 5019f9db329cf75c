import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';

interface Props<T extends string> {
  label: string;
  value: T;
  words: readonly { value: T; word: string; means?: string }[];
  onChange: (value: T) => void;
  disabled?: boolean;
}

/** A few words to choose one from, each as large as a thumb. */
export function WordToggle<T extends string>({ label, value, words, onChange, disabled }: Props<T>) {
  return (
    <ToggleButtonGroup exclusive aria-label={label} value={value} disabled={disabled}>
      {words.map((w) => (
        // The group alone would tell of a second tap on the chosen one that nothing is chosen.
        <ToggleButton key={w.value} value={w.value} title={w.means} onChange={() => onChange(w.value)}>
          {w.word}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
