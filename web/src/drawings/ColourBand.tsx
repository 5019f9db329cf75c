import { useWidth } from './useWidth';
import { bandOf } from './bandLayout';

const height = 54;

/** Colours side by side, each as wide as its share; what is lacking is hatched along its foot. */
export function ColourBand({
  parts,
  words,
}: {
  parts: readonly { colour: string; share: number; lacking: boolean }[];
  words: string;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  return (
    <div ref={ref}>
      <svg width={width} height={height} role="img" aria-label={words} style={{ display: 'block' }}>
        <defs>
          <pattern id="lacking" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="6" height="6" fill="var(--wool)" />
            <rect width="2.5" height="6" fill="var(--bark)" />
          </pattern>
        </defs>
        {bandOf(
          parts.map((p) => p.share),
          width,
        ).map((at, i) => (
          <g key={i}>
            <rect x={at.x} width={at.width} height={height} fill={parts[i]!.colour} />
            {parts[i]!.lacking && <rect x={at.x} y={height - 10} width={at.width} height={10} fill="url(#lacking)" />}
          </g>
        ))}
        <rect x="0.5" y="0.5" width={width - 1} height={height - 1} rx="3" fill="none" stroke="var(--oat)" />
      </svg>
    </div>
  );
}
