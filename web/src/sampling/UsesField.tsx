import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';

const usualUses = [
  'next to skin',
  'jumper',
  'socks',
  'lace',
  'shawl',
  'hat',
  'mittens',
  'blanket',
  'rug',
  'weaving',
  'felt',
];

interface UsesFieldProps {
  uses: readonly string[];
  onChange: (uses: string[]) => void;
  /** What the server has against them. */
  against?: string;
}

/** What a sample would be used for: the usual ones, and what one types. */
export function UsesField({ uses, onChange, against }: UsesFieldProps) {
  return (
    <Autocomplete
      multiple
      freeSolo
      options={usualUses}
      value={[...uses]}
      onChange={(_, chosen) => onChange(chosen)}
      renderInput={(params) => (
        <TextField
          {...params}
          label="What you would use it for"
          error={!!against}
          helperText={against ?? 'choose, or type and press Enter'}
        />
      )}
    />
  );
}
