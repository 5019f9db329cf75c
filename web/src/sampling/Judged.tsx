import { Box } from '../ui/Box';
import { ButtonBase } from '../ui/ButtonBase';
import { Typography } from '../ui/Typography';
import type { Schema } from '../api/client';
import { tone } from '../ui/tones';
import { scaleWord } from '../ui/words';

type Scale = Schema['SampleScale'];
type Mark = Schema['ScaleMark'];

const scales = Object.keys(scaleWord) as Scale[];
const places = [1, 2, 3, 4, 5];

const grid = {
  display: 'grid',
  columnGap: 1.5,
  rowGap: 0.25,
  alignItems: 'center',
  gridTemplateColumns: { xs: '1fr auto 1fr', sm: '150px 120px auto 1fr' },
};

const dot = (filled: boolean, size: number) => ({
  width: size,
  height: size,
  borderRadius: '50%',
  border: '2px solid',
  borderColor: tone('bark'),
  bgcolor: filled ? tone('woad') : 'transparent',
});

/** Judgements by hand on their scales, each between the words of its ends. */
export function Judged({ marks }: { marks: readonly Mark[] }) {
  return (
    <Box sx={{ ...grid, mt: 2, maxWidth: 620 }} role="list" aria-label="Judged by hand">
      {marks.map((m) => {
        const [name, low, high] = scaleWord[m.scale];
        return (
          <Box
            key={m.scale}
            role="listitem"
            aria-label={`${name}: ${m.mark} of 5, from ${low} to ${high}`}
            sx={{ display: 'contents' }}
          >
            <Name>{name}</Name>
            <End side="right">{low}</End>
            <Box aria-hidden sx={{ display: 'flex', gap: 0.75 }}>
              {places.map((p) => (
                <Box key={p} sx={dot(p === m.mark, 14)} />
              ))}
            </Box>
            <End side="left">{high}</End>
          </Box>
        );
      })}
    </Box>
  );
}

/** The same as taps: each place as large as a thumb, a second tap on it takes the judgement back. */
export function JudgeFields({ marks, change }: { marks: readonly Mark[]; change: (marks: Mark[]) => void }) {
  return (
    <Box component="details" open={marks.length > 0 || undefined}>
      <Box component="summary" sx={{ cursor: 'pointer', fontWeight: 700, mb: 1 }}>
        Judged by hand
      </Box>
      <Box sx={{ ...grid, maxWidth: 720 }}>
        {scales.map((scale) => {
          const [name, low, high] = scaleWord[scale];
          const mark = marks.find((m) => m.scale === scale)?.mark;
          return (
            <Box key={scale} role="group" aria-label={`Judge: ${name}`} sx={{ display: 'contents' }}>
              <Name>{name}</Name>
              <End side="right">{low}</End>
              <Box sx={{ display: 'flex' }}>
                {places.map((p) => (
                  <ButtonBase
                    key={p}
                    aria-pressed={p === mark}
                    aria-label={`${name} ${p} of 5${p === 1 ? `, ${low}` : p === 5 ? `, ${high}` : ''}`}
                    onClick={() =>
                      change([...marks.filter((m) => m.scale !== scale), ...(p === mark ? [] : [{ scale, mark: p }])])
                    }
                    sx={{ width: 44, height: 44 }}
                  >
                    <Box sx={dot(p === mark, 20)} />
                  </ButtonBase>
                ))}
              </Box>
              <End side="left">{high}</End>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}

const Name = ({ children }: { children: string }) => (
  <Typography sx={{ gridColumn: { xs: '1 / -1', sm: 'auto' }, fontWeight: { xs: 700, sm: 400 } }}>
    {children}
  </Typography>
);

const End = ({ side, children }: { side: 'left' | 'right'; children: string }) => (
  <Typography color="text.secondary" sx={{ fontSize: '0.9rem', textAlign: side }}>
    {children}
  </Typography>
);
