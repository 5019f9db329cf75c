import Button from '@mui/material/Button';
import { useRef, type ReactNode } from 'react';

/** A button that asks for a picture: the phone offers its camera and its album. */
export function ChoosePicture({
  children,
  name,
  disabled,
  chosen,
  small = false,
}: {
  children: ReactNode;
  /** What it is for, where the words of the button stand more than once on a page. */
  name?: string;
  disabled?: boolean;
  chosen: (file: File) => void;
  small?: boolean;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="image/*"
        hidden
        onChange={(e) => {
          const file = e.target.files?.[0];
          // The same picture can be chosen once more.
          e.target.value = '';
          if (file) chosen(file);
        }}
      />
      <Button
        variant={small ? 'text' : 'outlined'}
        size={small ? 'inline' : 'medium'}
        disabled={disabled}
        aria-label={name}
        onClick={() => input.current?.click()}
        style={small ? { marginLeft: -8 } : undefined}
      >
        {children}
      </Button>
    </>
  );
}
