import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import type { ReactNode } from 'react';

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
  <Button
    variant="contained"
    disabled={disabled}
    onClick={onCount}
    sx={{
      minHeight: { xs: 110, md: 130 },
      fontSize: '1.6rem',
      display: 'grid',
      alignContent: 'center',
      lineHeight: 1.2,
    }}
  >
    {children}
    <Box component="span" sx={{ fontSize: '0.9rem', fontWeight: 400 }}>
      here, space, Enter or a foot switch
    </Box>
  </Button>
);
