import { useMemo } from 'react';
import type { Schema } from '../api/client';
import { Tuft } from '../drawings/Tuft';
import { fibrePaths } from '../drawings/lockPaths';

const shape: Schema['LockShape'] = {
  lengthMillimetres: 150,
  wavelengthMillimetres: 11,
  depthMillimetres: 2.4,
  wave: 'curl',
  counted: true,
};

/** From heap to lock to combed length: what the house is for, drawn with its own pen. */
export function FleeceLine() {
  const lock = useMemo(() => fibrePaths(shape, 1.5, 'door', 13), []);
  return (
    <svg
      viewBox="0 0 900 150"
      width="100%"
      role="img"
      aria-label="A tuft, a lock and a combed length"
      style={{ display: 'block', margin: '20px 0' }}
    >
      <Tuft cx={85} cy={76} r={50} name="door" colour="grey" />
      <g transform="translate(215 76)">
        {lock.map((d, i) => (
          <path key={i} d={d} fill="none" stroke="#55514C" strokeWidth={2.2} />
        ))}
        {lock.map((d, i) => (
          <path key={-1 - i} d={d} fill="none" stroke="#B9B4AB" strokeWidth={1.2} />
        ))}
      </g>
      <path d="M520 50C610 50 640 62 700 62H880V92H700C640 92 610 104 520 104Z" fill="#B9B4AB" stroke="#55514C" />
      {[58, 66, 76, 86, 95].map((y) => (
        <path
          key={y}
          d={`M526 ${y}C615 ${y} 640 ${77 + (y - 77) * 0.55} 700 ${77 + (y - 77) * 0.55}H876`}
          fill="none"
          stroke="#55514C"
          strokeWidth={0.8}
          opacity={0.6}
        />
      ))}
      <path d="M560 104c20 4 26 14 26 40M580 101c22 4 30 16 30 34" stroke="var(--strand)" strokeWidth={5} fill="none" />
    </svg>
  );
}
