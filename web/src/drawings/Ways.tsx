import { useWidth } from './useWidth';
import { hourParts, massParts, type WayHours, type WayMasses } from './waysLayout';

const row = 106;
const top = 6;

/** Ways of preparing under one another: of the same taken what became product, noil and nothing; and below each its hours for 100 g at one scale. */
export function Ways({
  ways,
  words,
}: {
  ways: readonly (WayMasses & WayHours & { name: string; hours: string; kept: string })[];
  words: string;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const room = Math.max(260, width);
  const hours = hourParts(ways, room);
  return (
    <div ref={ref}>
      <svg width={room} height={top + row * ways.length} role="img" aria-label={words} style={{ display: 'block' }}>
        <defs>
          <pattern id="noil" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(30)">
            <rect width="6" height="6" fill="var(--shorn)" />
            <rect width="3" height="6" fill="var(--strand)" />
          </pattern>
        </defs>
        {ways.map((way, i) => {
          const mass = massParts(way, room);
          const y = top + i * row;
          return (
            <g key={i}>
              <text
                x={0}
                y={y + 16}
                fontSize={16}
                fontFamily="var(--head-font)"
                fontWeight="var(--head-weight)"
                fill="var(--peat)"
              >
                {way.name}
              </text>
              <text x={room} y={y + 16} fontSize={13} textAnchor="end" fill="var(--bark)">
                {way.kept}
              </text>
              <rect x={0} y={y + 24} width={mass.made} height={22} fill="var(--wool)" stroke="var(--walnut)" />
              <rect x={mass.made} y={y + 24} width={mass.rest} height={22} fill="url(#noil)" stroke="var(--walnut)" />
              <rect
                x={mass.made + mass.rest}
                y={y + 24.5}
                width={Math.max(0, mass.lost - 0.5)}
                height={21}
                fill="none"
                stroke="var(--bark)"
                strokeDasharray="3 3"
              />
              <rect x={0} y={y + 52} width={hours[i]!.preparing} height={10} fill="var(--woad)" />
              <rect x={hours[i]!.preparing} y={y + 52} width={hours[i]!.spinning} height={10} fill="var(--weld)" />
              <text x={0} y={y + 78} fontSize={13} fill="var(--bark)">
                {way.hours}
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}
