import type { Schema } from '../api/client';
import { formWord } from '../ui/words';
import { onPlainDay } from '../live/time';
import { layClips } from './clipsLayout';
import { fleeceTone } from './fleeceTone';
import { tuftPath } from './Tuft';
import { useWidth } from './useWidth';
import styles from './Clips.module.css';

interface ClipsProps {
  /** The newest first, as the page tells them. */
  clips: readonly Schema['ClipView'][];
  colour: string;
  label: string;
  onLot: (code: string) => void;
}

/** The clips of an animal, the oldest at the left: the outline is what came in, and in it lies what was last made of it. */
export function Clips({ clips, colour, label, onLot }: ClipsProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const inOrder = [...clips].reverse();
  const { fill, line } = fleeceTone(colour);
  const laid = layClips(
    inOrder.map((c) => ({ came: c.came ?? null, made: c.products.at(-1)?.mass ?? null })),
    width,
  );
  const words = laid.middle * 2 + 8;
  return (
    <div className={styles.clips} ref={ref} role="group" aria-label={label} tabIndex={0}>
      <svg width={laid.width} height={words + 58} style={{ display: 'block' }}>
        {inOrder.map((clip, i) => {
          const { x, came, made } = laid.marks[i]!;
          const product = clip.products.at(-1);
          const outline = came ?? 24;
          // Both stand on one floor, so that the smaller lies within the larger.
          const floor = laid.middle * 2 - 6;
          const telling = [
            clip.came ? `${clip.came.text} ${formWord[clip.form]}` : 'not weighed',
            product ? `${product.mass.text} ${formWord[product.form]}` : '',
          ].filter(Boolean);
          return (
            <g
              key={clip.lotId}
              role="button"
              tabIndex={0}
              aria-label={`${clip.code}, ${onPlainDay(clip.on)}: ${telling.join(', ')}`}
              onClick={() => onLot(clip.code)}
              onKeyDown={(e) => e.key === 'Enter' && onLot(clip.code)}
              style={{ cursor: 'pointer' }}
            >
              <rect x={x - laid.pitch / 2} y={0} width={laid.pitch} height={words + 58} fill="transparent" />
              <path
                d={tuftPath(x, floor - outline, outline, clip.lotId)}
                fill="none"
                stroke={line}
                strokeWidth={1.6}
                strokeDasharray={came === null ? '4 4' : undefined}
              />
              {made !== null && <path d={tuftPath(x, floor - made - 1, made, clip.lotId)} fill={fill} stroke={line} />}
              <text x={x} y={words + 10} fontSize={14} fontWeight={700} textAnchor="middle" fill="var(--peat)">
                {onPlainDay(clip.on)}
              </text>
              {telling.map((text, k) => (
                <text key={text} x={x} y={words + 28 + k * 17} fontSize={13} textAnchor="middle" fill="var(--bark)">
                  {text}
                </text>
              ))}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
