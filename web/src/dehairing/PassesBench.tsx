import { useState } from 'react';
import { type Schema } from '../api/client';
import { useDehairing } from './queries';
import type { BenchProps } from '../runs/bench';
import { passesLayout } from '../drawings/passesLayout';
import { useWidth } from '../drawings/useWidth';
import { Notice } from '../ui/Notices';
import { WordToggle } from '../ui/WordToggle';
import { SelectField } from '../ui/SelectField';
import { parentage } from '../ui/words';
import { Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './PassesBench.module.css';

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
    <section className={styles.passesBench} aria-label={`Passes that made ${code}`}>
      <Row align="center" gap={2}>
        <SelectField
          label="Passes that made"
          value={code}
          onChange={setChosen}
          words={Object.fromEntries(down.map((l) => [l.code, `${l.code} ${parentage(l.parentage)}`]))}
        />
        <WordToggle label="What the down is for" value={use} words={uses} onChange={setUse} />
      </Row>
      <PassesDrawing passes={passes} allowed={advice.allowed} />
      <Notice tone={advice.verdict === 'fit' ? 'kept' : 'watch'}>
        <strong>{advice.sentence}</strong>
      </Notice>
      <p className={typography.quiet}>
        {advice.allowed.toFixed(0)} hairs in a gram allowed, typical for this use. {passes.length}{' '}
        {passes.length === 1 ? 'pass' : 'passes'} so far.
      </p>
    </section>
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
    <div className={layout.wide} ref={ref}>
      <svg width="100%" height={height} role="img" aria-label={words} style={{ display: 'block' }}>
        {at.bars.map((b, i) => (
          <g key={passes[i]!.entryId}>
            <rect
              x={b.x}
              width={b.width}
              y={b.down[0]}
              height={b.down[1]}
              fill="var(--wool)"
              stroke="var(--walnut)"
              strokeWidth={1.5}
            />
            <rect x={b.x} width={b.width} y={b.hair[0]} height={b.hair[1]} fill="var(--strand)" />
            <rect
              x={b.x}
              width={b.width}
              y={b.lost[0]}
              height={b.lost[1]}
              fill="none"
              stroke="var(--bark)"
              strokeDasharray="4 3"
            />
            <text x={b.x + b.width / 2} y={at.bottom - 8} textAnchor="middle" fontSize={14} fill="var(--peat)">
              {passes[i]!.down.text}
            </text>
            <text
              x={b.x + b.width / 2}
              y={at.bottom + 17}
              textAnchor="middle"
              fontSize={13}
              fontWeight={700}
              fill="var(--peat)"
            >
              pass {i + 1}
            </text>
            <text x={b.x + b.width / 2} y={at.bottom + 33} textAnchor="middle" fontSize={12} fill="var(--bark)">
              hair {passes[i]!.hair.text}
            </text>
          </g>
        ))}
        <line
          x1={10}
          x2="100%"
          y1={at.allowedY}
          y2={at.allowedY}
          stroke="var(--lichen)"
          strokeWidth={2}
          strokeDasharray="6 4"
        />
        <text x="100%" y={at.allowedY - 5} textAnchor="end" fontSize={12} fill="var(--lichen)">
          {allowed.toFixed(0)} hairs in a gram allowed
        </text>
        {at.line && <path d={at.line} fill="none" stroke="var(--madder)" strokeWidth={2} />}
        {at.dots.map((d, i) => (
          <g key={i}>
            <circle cx={d.x} cy={d.y} r={6} fill="var(--shorn)" stroke="var(--madder)" strokeWidth={2.5} />
            <text x={d.x + 10} y={d.y - 6} fontSize={13} fontWeight={700} fill="var(--peat)">
              {d.value.toFixed(1)} / g
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
}
