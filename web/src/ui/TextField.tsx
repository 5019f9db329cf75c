import { useId, type ChangeEvent, type InputHTMLAttributes, type ReactNode } from 'react';
import { Box } from './Box';
import type { Sx } from './sx';
import './TextField.css';

type Field = HTMLInputElement & HTMLTextAreaElement & HTMLSelectElement;

export interface TextFieldProps extends Pick<
  InputHTMLAttributes<Field>,
  | 'type'
  | 'name'
  | 'placeholder'
  | 'autoComplete'
  | 'autoFocus'
  | 'required'
  | 'disabled'
  | 'onBlur'
  | 'onFocus'
  | 'onKeyDown'
> {
  id?: string;
  label?: ReactNode;
  /** What stands in it; without, the browser keeps that, for a form that reads it when it is sent. */
  value?: string;
  onChange?: (e: ChangeEvent<Field>) => void;
  /** It cannot be taken as it is; why stands in `helperText`. */
  error?: boolean;
  helperText?: ReactNode;
  /** The label stands above even while the field is empty. */
  shrink?: boolean;
  /** Further attributes of the field itself. */
  attributes?: InputHTMLAttributes<Field> & Record<`data-${string}`, string>;
  /** Several lines, as many as are written. */
  multiline?: boolean;
  minRows?: number;
  /** The options of a choice: then the field is the browser's own list. */
  options?: ReactNode;
  fullWidth?: boolean;
  /** Looks of the station's own number. */
  big?: boolean;
  sx?: Sx;
}

/** A field with its label on its edge and what is said of it below. */
export function TextField({
  id,
  label,
  error = false,
  helperText,
  shrink,
  attributes,
  multiline,
  minRows = 1,
  options,
  fullWidth,
  big,
  sx,
  // While it is seen the field is empty: so the sheet knows it of a field that is not watched.
  placeholder = ' ',
  ...field
}: TextFieldProps) {
  const made = useId();
  const own = id ?? made;
  const says = helperText ? `${own}-says` : undefined;
  const looks = [
    'field',
    field.value === undefined && 'unwatched',
    field.disabled && 'off',
    (shrink || (field.value ?? '') !== '') && 'up',
    error && 'against',
    fullWidth && 'wide',
    big && 'big',
  ];
  const common = {
    ...field,
    ...(attributes as object),
    id: own,
    'aria-invalid': error,
    'aria-describedby': says,
  };
  const words = field.required ? <>{label} *</> : label;
  return (
    <Box className={looks.filter(Boolean).join(' ')} sx={sx}>
      {label && <label htmlFor={own}>{words}</label>}
      <span className="inside">
        {options ? (
          <select {...common}>{options}</select>
        ) : multiline ? (
          <textarea {...common} placeholder={placeholder} rows={minRows} />
        ) : (
          <input type="text" {...common} placeholder={placeholder} />
        )}
        {options && (
          <svg viewBox="0 0 24 24" aria-hidden>
            <path d="M7 10l5 5 5-5z" />
          </svg>
        )}
        {/* The edge, open where the label lies on it. */}
        <fieldset aria-hidden>{label && <legend>{words}</legend>}</fieldset>
      </span>
      {helperText && <p id={says}>{helperText}</p>}
    </Box>
  );
}
