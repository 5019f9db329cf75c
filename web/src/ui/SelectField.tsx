import TextField, { type TextFieldProps } from '@mui/material/TextField';

type SelectFieldProps<T extends string> = Omit<TextFieldProps, 'value' | 'onChange' | 'select' | 'children'> & {
  value: T;
  onChange: (value: T) => void;
  words: Partial<Record<T, string>>;
  /** Which of the words are offered, in this order; all of them where nothing is said. */
  of?: readonly T[];
};

/** A choice among words; in the browser's own list, which every thumb and keyboard knows. */
export function SelectField<T extends string>({ value, onChange, words, of, ...rest }: SelectFieldProps<T>) {
  const options = of ?? (Object.keys(words) as T[]);
  return (
    <TextField
      {...rest}
      select
      value={value}
      onChange={(e) => onChange(e.target.value as T)}
      slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
    >
      {options.map((option) => (
        <option key={option} value={option}>
          {words[option]}
        </option>
      ))}
    </TextField>
  );
}
