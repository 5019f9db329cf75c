import { Box } from '../ui/Box';
import { Typography } from '../ui/Typography';
import { useState } from 'react';
import { type Schema } from '../api/client';
import { useDehairing } from './queries';
import type { BenchProps } from '../runs/bench';
import { tone } from '../ui/tones';
import { passesLayout } from '../drawings/passesLayout';
import { useWidth } from '../drawings/useWidth';
import { Notice } from '../ui/Notices';
import { WordChips } from '../ui/WordChips';
import { Choice } from '../ui/Choice';
import { parentage } from '../ui/words';
import { Row } from '../ui/layouts';

const uses: { value: Schema['DownUse']; word: string }[] = [
  { value: 'nextToSkin', word: 'next to the skin' },
  { value: 'outer', word: 'worn over something' },
  { value: 'hard', word: 'rugs, stuffing' },
];

/** The passes that led to a lot: down, hair and what was lost, hairs left in a gram, and whether to go on. */
export function PassesBench({ lots, wanted }: BenchProps) {
  const [use, setUse] = useState<Schema['DownUse']>('nextToSkin');
  const [chosen, setChosen] = useState<string | null>(null);
  const down = lots.filter((l) => l.form === 'down' || l.code === wanted);
  const code = chosen ?? down.find((l) => l.code === wanted)?.code ?? down[0]?.code ?? '';
  const page = useDehairing(code, use);
  if (down.length === 0 || !page.data || page.data.passes.length === 0) return null;
  const { advice, passes } = page.data;
  return (
    <Box
      component="section"
      aria-label={`Passes that made ${code}`}
      sx={{ display: 'grid', gap: 1.5, mb: 3, gridTemplateColumns: 'minmax(0, 1fr)' }}
    >
      <Row gap={2} sx={{ alignItems: 'center' }}>
        <Choice
          label="Passes that made"
          value={code}
          onChange={setChosen}
          words={Object.fromEntries(down.map((l) => [l.code, `${l.code} ${parentage(l.parentage)}`]))}
        />
        <WordChips label="What the down is for" value={use} words={uses} onChange={setUse} />
      </Row>
      <PassesDrawing passes={passes} allowed={advice.allowed} />
      <Notice tone={advice.verdict === 'fit' ? 'kept' : 'watch'}>
        <strong>{advice.sentence}</strong>
      </Notice>
      <Typography color="text.secondary">
        {advice.allowed.toFixed(0)} hairs in a gram allowed, typical for this use. {passes.length}{' '}
        {passes.length === 1 ? 'pass' : 'passes'} so far.
      </Typography>
    </Box>
  );
}

function PassesDrawing({ passes, allowed }: { passes: readonly Schema['PassView'][]; allowed: number }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const height = 250;
  const at = passesLayout(
    passes.map((p) => ({ down: p.down.grams, hair: p.hair.grams, lost: p.lost.grams, hairsPerGram: p.hairsPerGram })),
    allowed,
    width || 600,
    height,
  );
  const words = passes
    .map(
      (p, i) =>
        `pass ${i + 1}: ${p.down.text} down, ${p.hair.text} hair, ${p.lost.text} lost${p.hairsPerGram == null ? '' : `, ${p.hairsPerGram.toFixed(1)} hairs in a gram`}`,
    )
    .join('; ');
  return (
    <Box ref={ref} sx={{ width: '100%' }}>
      <svg width="100%" height={height} role="img" aria-label={words} style={{ display: 'block' }}>
        {at.bars.map((b, i) => (
          <g key={passes[i]!.entryId}>
            <rect
              x={b.x}
              width={b.width}
              y={b.down[0]}
              height={b.down[1]}
              fill={tone('wool')}
              stroke={tone('walnut')}
              strokeWidth={1.5}
            />
            <rect x={b.x} width={b.width} y={b.hair[0]} height={b.hair[1]} fill={tone('strand')} />
            <rect
              x={b.x}
              width={b.width}
              y={b.lost[0]}
              height={b.lost[1]}
              fill="none"
              stroke={tone('bark')}
              strokeDasharray="4 3"
            />
            <text x={b.x + b.width / 2} y={at.bottom - 8} textAnchor="middle" fontSize={14} fill={tone('peat')}>
              {passes[i]!.down.text}
            </text>
            <text
              x={b.x + b.width / 2}
              y={at.bottom + 17}
              textAnchor="middle"
              fontSize={13}
              fontWeight={700}
              fill={tone('peat')}
            >
              pass {i + 1}
            </text>
            <text x={b.x + b.width / 2} y={at.bottom + 33} textAnchor="middle" fontSize={12} fill={tone('bark')}>
              hair {passes[i]!.hair.text}
            </text>
          </g>
        ))}
        <line
          x1={10}
          x2="100%"
          y1={at.allowedY}
          y2={at.allowedY}
          stroke={tone('lichen')}
          strokeWidth={2}
          strokeDasharray="6 4"
        />
        <text x="100%" y={at.allowedY - 5} textAnchor="end" fontSize={12} fill={tone('lichen')}>
          {allowed.toFixed(0)} hairs in a gram allowed
        </text>
        {at.line && <path d={at.line} fill="none" stroke={tone('madder')} strokeWidth={2} />}
        {at.dots.map((d, i) => (
          <g key={i}>
            <circle cx={d.x} cy={d.y} r={6} fill={tone('shorn')} stroke={tone('madder')} strokeWidth={2.5} />
            <text x={d.x + 10} y={d.y - 6} fontSize={13} fontWeight={700} fill={tone('peat')}>
              {d.value.toFixed(1)} / g
            </text>
          </g>
        ))}
      </svg>
    </Box>
  );
}
