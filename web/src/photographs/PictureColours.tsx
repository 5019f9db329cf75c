import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Typography } from '../ui/Typography';
import type { Schema } from '../api/client';
import { ColourBand } from '../drawings/ColourBand';
import { Column } from '../ui/layouts';

/** The main colours of a picture at their shares, and what there is of them on the own shelves. */
export function PictureColours({
  colours,
  take,
}: {
  colours: Schema['PictureColours'];
  /** What may be done with one of them. */
  take?: { word: (colour: string) => string; short: string; go: (colour: string) => void };
}) {
  return (
    <Column gap={1}>
      <ColourBand
        parts={colours.colours.map((c) => ({ colour: c.colour, share: c.percent, lacking: c.isLacking }))}
        words={`Main colours: ${colours.colours.map((c) => `${c.colour} ${c.percent} percent`).join(', ')}.`}
      />
      <Typography>{colours.sentence}</Typography>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, display: 'grid', gap: 0.5 }}>
        {colours.colours.map((c) => (
          <Box component="li" key={c.colour} sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
            <Box
              aria-hidden
              sx={{ width: 26, height: 26, borderRadius: '50%', bgcolor: c.colour, border: 1, borderColor: 'divider' }}
            />
            {c.nearest && !c.isLacking && (
              <Box
                aria-hidden
                sx={{
                  width: 26,
                  height: 26,
                  ml: -2,
                  borderRadius: '50%',
                  bgcolor: c.nearest.shade,
                  border: 1,
                  borderColor: 'divider',
                }}
              />
            )}
            <span>
              {c.percent} %, {c.colour}: {c.sentence}
            </span>
            {take && (
              <Button size="small" aria-label={take.word(c.colour)} onClick={() => take.go(c.colour)}>
                {take.short}
              </Button>
            )}
          </Box>
        ))}
      </Box>
    </Column>
  );
}
