import { TextField, type TextFieldProps } from './TextField';

type ChoiceProps<T extends string> = Omit<TextFieldProps, 'value' | 'onChange' | 'options'> & {
  value: T;
  onChange: (value: T) => void;
  words: Partial<Record<T, string>>;
  of?: readonly T[];
};

/** A choice among words; the browser's own list, which every thumb and keyboard knows. */
export function Choice<T extends string>({ value, onChange, words, of, ...rest }: ChoiceProps<T>) {
  const options = of ?? (Object.keys(words) as T[]);
  return (
    <TextField
      {...rest}
      shrink
      value={value}
      onChange={(e) => onChange(e.target.value as T)}
      options={options.map((option) => (
        <option key={option} value={option}>
          {words[option]}
        </option>
      ))}
    />
  );
}
