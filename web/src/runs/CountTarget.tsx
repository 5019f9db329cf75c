import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import typography from '../ui/typography.module.css';
import styles from './CountTarget.module.css';

/** The one big target that counts. */
export const CountTarget = ({
  children,
  onCount,
  disabled,
}: {
  children: ReactNode;
  onCount: () => void;
  disabled: boolean;
}) => (
  <Button className={styles.countTarget} variant="contained" disabled={disabled} onClick={onCount}>
    {children}
    <span className={clsx(typography.note, typography.light)}>here, space, Enter or a foot switch</span>
  </Button>
);
