import Slider from '@mui/material/Slider';
import { setCalibration, usePixelsPerMillimetre } from '../drawings/calibration';
import { Section } from '../ui/Notices';
import layout from '../ui/layout.module.css';

const standard = 96 / 25.4;

/** Lay a ruler on the screen and pull until the marks agree: then a drawn lock is as long as the real one. */
export function Calibrate() {
  const perMm = usePixelsPerMillimetre();
  return (
    <Section title="A true millimetre on this screen">
      <p className={layout.below8}>
        Lay a ruler or a bank card (85.6 mm wide) on the screen and pull until it agrees. Drawn locks are then as long
        as real ones.
      </p>
      <div className={layout.scrollX} tabIndex={0} role="group" aria-label="A ruler of 100 mm">
        <svg width={perMm * 100 + 30} height={52} role="img" aria-label="100 millimetres, with 85.6 marked">
          <line x1={6} x2={6 + perMm * 100} y1={20} y2={20} stroke="var(--peat)" />
          {Array.from({ length: 101 }, (_, mm) => (
            <line
              key={mm}
              x1={6 + mm * perMm}
              x2={6 + mm * perMm}
              y1={20}
              y2={mm % 10 === 0 ? 34 : mm % 5 === 0 ? 29 : 25}
              stroke="var(--peat)"
              strokeWidth={0.8}
            />
          ))}
          {[0, 50, 100].map((mm) => (
            <text
              key={mm}
              x={6 + mm * perMm}
              y={48}
              fontSize={12}
              textAnchor={mm === 0 ? 'start' : mm === 100 ? 'end' : 'middle'}
              fill="var(--bark)"
            >
              {mm}
            </text>
          ))}
          <path d={`M6 14v-8H${6 + 85.6 * perMm}v8`} fill="none" stroke="var(--woad)" strokeWidth={2} />
        </svg>
      </div>
      <Slider
        style={{ maxWidth: 420 }}
        aria-label="Size of a millimetre on this screen"
        getAriaValueText={(size) => `${(size * 100).toFixed(1)} percent`}
        min={0.5}
        max={2}
        step={0.005}
        value={perMm / standard}
        onChange={(_, size) => setCalibration(size)}
      />
    </Section>
  );
}
