import type { ChangeEventHandler, ReactNode } from 'react';
import { Box } from './Box';
import type { Sx } from './sx';
import './TextField.css';

interface CheckProps {
  label: ReactNode;
  checked: boolean;
  onChange: ChangeEventHandler<HTMLInputElement>;
  disabled?: boolean;
  title?: string;
  sx?: Sx;
}

/** Something that holds or does not. */
export const Check = ({ label, title, sx, ...input }: CheckProps) => (
  <Box component="label" className={input.disabled ? 'check off' : 'check'} title={title} sx={sx}>
    <input type="checkbox" {...input} />
    <span>{label}</span>
  </Box>
);
