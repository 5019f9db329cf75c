import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Typography } from '../ui/Typography';
import type { ReactNode } from 'react';
import type { Schema } from '../api/client';
import { Yarn } from '../drawings/Yarn';

/** A yarn on its line: its name, its picture at the scale of all, its figures, and what is said of it. */
export function YarnRow({
  name,
  yarn,
  colour,
  magnified,
  remove,
  children,
}: {
  name: string;
  yarn: Schema['YarnShape'];
  colour: string;
  magnified: number;
  remove?: () => void;
  children?: ReactNode;
}) {
  return (
    <Box
      component="section"
      aria-label={name}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '80px minmax(0, 1fr)', md: '80px 310px 115px minmax(180px, 1fr)' },
        columnGap: 2,
        alignItems: 'center',
        py: 0.5,
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Typography sx={{ fontWeight: 700 }}>{name}</Typography>
      <Box sx={{ minWidth: 0, overflow: 'hidden' }}>
        <Yarn sample={{ ...yarn, twistAngleDegrees: yarn.degrees }} colour={colour} width={300} magnified={magnified} />
      </Box>
      <Typography sx={{ fontVariantNumeric: 'tabular-nums', gridColumn: { xs: 2, md: 'auto' } }}>
        {yarn.wrapsPerInch} WPI{yarn.degrees === null ? '' : ` · ${yarn.degrees}°`}
      </Typography>
      <Box sx={{ gridColumn: { xs: 2, md: 'auto' } }}>
        {children}
        {remove && (
          <Button size="small" onClick={remove}>
            Take it out
          </Button>
        )}
      </Box>
    </Box>
  );
}
