import { describe, expect, it } from 'vitest';
import { bathsLayout } from './bathLayout';
import { curveLayout, roundStep } from './curveLayout';
import { passesLayout } from './passesLayout';
import { runningLayout } from './runningLayout';
import { traceLayout } from './traceLayout';

const at = (minute: number) => new Date(Date.UTC(2026, 4, 14, 10, minute)).toISOString();
const cooling = {
  dots: [
    { at: at(0), value: 60, fromInstrument: false },
    { at: at(10), value: 56, fromInstrument: true },
  ],
  curve: [0, 10, 20, 30].map((m) => ({ at: at(m), value: 60 - m / 2, low: 59 - m / 2, high: 61 - m / 2 })),
  level: 45,
  now: Date.parse(at(12)),
  moment: at(30),
  width: 640,
  height: 250,
};

describe('a cooling or drying curve', () => {
  it('puts later to the right and warmer higher up', () => {
    const l = curveLayout(cooling);
    expect(l.dots[1]!.x).toBeGreaterThan(l.dots[0]!.x);
    expect(l.dots[1]!.y).toBeGreaterThan(l.dots[0]!.y);
    expect(l.levelY!).toBeGreaterThan(l.dots[1]!.y);
    expect(l.momentX!).toBeCloseTo(l.right, 6);
  });

  it('stays inside its frame', () => {
    const l = curveLayout(cooling);
    for (const d of l.dots) {
      expect(d.x).toBeGreaterThanOrEqual(l.left + 6);
      expect(d.x).toBeLessThanOrEqual(l.right);
      expect(d.y).toBeGreaterThanOrEqual(l.top);
      expect(d.y).toBeLessThanOrEqual(l.bottom);
    }
    expect(l.ticksX.every((t) => t.x >= l.left && t.x <= l.right)).toBe(true);
  });

  it('draws what was as a line and what is to come as another that begins where the first ends', () => {
    const l = curveLayout(cooling);
    const end = l.line.split('L').at(-1);
    expect(l.ahead.startsWith(`M${end}`)).toBe(true);
    expect(curveLayout({ ...cooling, now: Date.parse(at(59)) }).ahead).toBe('');
  });

  it('counts its axis in the unit it is given and draws the same picture', () => {
    const dots = [1400, 900].map((value, i) => ({ ...cooling.dots[i]!, value }));
    const grams = { ...cooling, curve: [], level: 700, dots };
    const [fine, coarse] = [curveLayout(grams), curveLayout({ ...grams, division: 30 })];
    expect(coarse.dots).toEqual(fine.dots);
    expect(coarse.ticksY.map((t) => t.value)).toEqual([25, 30, 35, 40, 45]);
    expect(fine.ticksY.map((t) => t.value)).toEqual([800, 1000, 1200, 1400]);
    const apart = (l: typeof fine) => (l.ticksY[0]!.y - l.ticksY[1]!.y) / (l.ticksY[1]!.value - l.ticksY[0]!.value);
    expect(apart(coarse) / apart(fine)).toBeCloseTo(30, 6);
  });

  it('is not squeezed by a reading that was set aside, and keeps it at the edge', () => {
    const aside = { at: at(11), value: 18, fromInstrument: true, counts: false };
    const l = curveLayout({ ...cooling, dots: [...cooling.dots, aside] });
    const without = curveLayout(cooling);
    expect(l.dots.map((d) => d.counts)).toEqual([true, true, false]);
    expect(l.dots[1]!.y).toBeCloseTo(without.dots[1]!.y, 6);
    expect(l.levelY).toBeCloseTo(without.levelY!, 6);
    expect(l.dots[2]!.y).toBeCloseTo(l.bottom, 6);
  });

  it('shows now only where the picture reaches', () => {
    expect(curveLayout(cooling).nowX).not.toBeNull();
    expect(curveLayout({ ...cooling, now: Date.parse(at(59)) }).nowX).toBeNull();
  });

  it('has something to show for nothing read yet', () => {
    const l = curveLayout({ ...cooling, dots: [], curve: [], level: null, moment: null });
    expect(l.line).toBe('');
    expect(l.band).toBe('');
    expect(l.levelY).toBeNull();
    expect(l.ticksX.length).toBeGreaterThan(0);
  });

  it('labels days in hours and minutes in minutes', () => {
    const long = curveLayout({
      ...cooling,
      curve: [0, 4 * 1440].map((m) => ({ at: at(m), value: 1, low: 0, high: 2 })),
      moment: null,
    });
    expect(long.ticksX.length).toBeLessThan(10);
    expect(long.ticksX.length).toBeGreaterThan(2);
    expect([roundStep(10), roundStep(0.9), roundStep(340), roundStep(0)]).toEqual([2, 0.2, 100, 1]);
  });
});

describe('the baths of a plan', () => {
  const baths = [
    { kind: 'wash', litres: 20, hotLitres: 15, coldLitres: 5, settles: { degrees: 60 }, lifted: { degrees: 52 } },
    { kind: 'wash', litres: 10, hotLitres: 2, coldLitres: 8, settles: { degrees: 50 }, lifted: { degrees: 48 } },
    { kind: 'rinse', litres: 10, hotLitres: null, coldLitres: null, settles: { degrees: 12 }, lifted: { degrees: 12 } },
  ] as const;

  it('fills each tub by its litres, at one scale', () => {
    const l = bathsLayout(baths, 45, 900);
    const deep = l.tubs.map((t) => l.tubBottom - t.waterTop);
    expect(deep[0]! / deep[1]!).toBeCloseTo(2, 6);
    expect((l.tubs[0]!.hotEnd - l.tubs[0]!.waterTop) / deep[0]!).toBeCloseTo(0.75, 6);
    expect(l.tubs[2]!.hotEnd).toBe(l.tubs[2]!.waterTop);
  });

  it('draws warmer higher, and the floor at its place among them', () => {
    const l = bathsLayout(baths, 45, 900);
    expect(l.tubs[0]!.from).toBeLessThan(l.tubs[0]!.to);
    expect(l.floor!.y).toBeGreaterThan(l.tubs[1]!.to);
    expect(l.floor!.y).toBeLessThan(l.tubs[2]!.from);
    expect(bathsLayout(baths, null, 900).floor).toBeNull();
  });

  it('draws the floor over the baths it counts for and over no rinse', () => {
    const l = bathsLayout(baths, 45, 900);
    expect([l.floor!.x1, l.floor!.x2]).toEqual([l.tubs[0]!.x, l.tubs[1]!.x + l.tubs[1]!.width]);
    expect(bathsLayout([baths[2]], 45, 900).floor).toBeNull();
  });

  it('writes what is poured in inside the tub, however little it is', () => {
    for (const [hot, cold] of [
      [15, 5],
      [19.4, 0.6],
      [0.3, 19.7],
      [0, 20],
      [1, 1],
    ] as const) {
      const bath = { ...baths[0], litres: hot + cold, hotLitres: hot, coldLitres: cold };
      const l = bathsLayout([bath, baths[0]], 45, 900);
      const words = l.tubs[0]!.words;
      expect(words.map((w) => w.text)).toEqual(
        [hot > 0 ? `${hot.toFixed(1)} L hot` : '', `${cold.toFixed(1)} L cold`].filter(Boolean),
      );
      expect(Math.max(...words.map((w) => w.y))).toBeLessThan(l.tubBottom - 3);
      expect(Math.min(...words.map((w) => w.y))).toBeGreaterThan(l.tubTop);
      if (words.length === 2) expect(words[1]!.y - words[0]!.y).toBeGreaterThanOrEqual(15);
    }
  });

  it('lays what comes from the kettle on the hot, and writes both inside', () => {
    for (const kettle of [0.4, 5, 12]) {
      const bath = { ...baths[0], kettleLitres: kettle, hotLitres: 20 - kettle, coldLitres: 0 };
      const { tubs, tubBottom } = bathsLayout([bath], 45, 900);
      expect((tubs[0]!.kettleEnd - tubs[0]!.waterTop) / (tubBottom - tubs[0]!.waterTop)).toBeCloseTo(kettle / 20, 6);
      expect(tubs[0]!.hotEnd).toBeCloseTo(tubBottom, 6);
      expect(tubs[0]!.words.map((w) => w.text)).toEqual([
        `${kettle.toFixed(1)} L kettle`,
        `${(20 - kettle).toFixed(1)} L hot`,
      ]);
      expect(tubs[0]!.words[1]!.y - tubs[0]!.words[0]!.y).toBeGreaterThanOrEqual(15);
    }
  });

  it('grows wider than a phone rather than too narrow to read', () => {
    expect(bathsLayout(baths, 45, 300).width).toBeGreaterThan(300);
    expect(bathsLayout(baths, 45, 900).width).toBeLessThanOrEqual(900);
  });
});

describe('passes of dehairing', () => {
  const passes = [
    { down: 70, hair: 25, lost: 5, hairsPerGram: 23 },
    { down: 64, hair: 5, lost: 1, hairsPerGram: 5 },
    { down: 60, hair: 2, lost: 2, hairsPerGram: null },
  ];

  it('stacks down, hair and what was lost, each by its grams', () => {
    const { bars, bottom } = passesLayout(passes, 3, 600, 250);
    const first = bars[0]!;
    expect(first.down[0] + first.down[1]).toBeCloseTo(bottom, 6);
    expect(first.hair[0] + first.hair[1]).toBeCloseTo(first.down[0], 6);
    expect(first.hair[1] / first.down[1]).toBeCloseTo(25 / 70, 6);
  });

  it('shows fewer hairs lower, and nothing where nobody counted', () => {
    const l = passesLayout(passes, 3, 600, 250);
    expect(l.dots).toHaveLength(2);
    expect(l.dots[1]!.y).toBeGreaterThan(l.dots[0]!.y);
    expect(l.allowedY).toBeGreaterThan(l.dots[1]!.y);
  });
});

describe('a trace', () => {
  const now = Date.UTC(2026, 4, 14, 10);
  const said = (...points: [secondsAgo: number, value: number | null, stable?: boolean][]) =>
    points.map(([s, value, stable = true]) => ({ at: new Date(now - s * 1000).toISOString(), value, stable }));
  const lay = (points: ReturnType<typeof said>) => traceLayout(points, now, 120_000, 10, 300, 92);
  const pieces = (path: string) => path.split('M').length - 1;

  it('ends at the right edge with what was said now', () => {
    const l = lay(said([60, 412], [0, 412]));
    expect(l.last!.x).toBe(294);
    expect(l.last!.y).toBe(46);
  });

  it('keeps a tremble small and opens up for a weight put on', () => {
    expect(lay(said([4, 412.2], [2, 411.8]))).toMatchObject({ low: 407, high: 417 });
    expect(lay(said([4, 0], [2, 800]))).toMatchObject({ low: 0, high: 800 });
  });

  it('tells what stood still from what moved', () => {
    const l = lay(said([8, 0], [6, 300, false], [4, 400, false], [2, 412], [0, 412]));
    expect([pieces(l.still), pieces(l.moving)]).toEqual([1, 3]);
  });

  it('breaks where nothing was said, or nothing could be', () => {
    expect(pieces(lay(said([60, 412], [30, 412])).still)).toBe(0);
    expect(pieces(lay(said([4, 412], [2, null], [0, 412])).still)).toBe(0);
    expect(lay([]).last).toBeNull();
  });
});

describe('what runs', () => {
  const now = Date.UTC(2026, 4, 14, 10);
  const time = (minutes: number) => new Date(now + minutes * 60_000).toISOString();
  const thing = (since: number, until: number | null, give: number | null = null) => ({
    id: `${since} ${until}`,
    since: time(since),
    until: until === null ? null : time(until),
    giveOrTakeMinutes: give,
  });

  it('puts what was to the left of now and what is to come to the right, minutes and days on one line', () => {
    const l = runningLayout([thing(-14, 18, 5), thing(-240, 334, 22), thing(-3000, 4000)], now, 1000);
    for (const row of l.rows) {
      expect(row.from).toBeLessThan(l.nowX);
      expect(row.to!).toBeGreaterThan(l.nowX);
      expect(row.to!).toBeLessThanOrEqual(992);
      expect(row.from).toBeGreaterThanOrEqual(8);
    }
    expect(l.rows[0]!.to! - l.nowX).toBeGreaterThan(20);
    expect(l.rows[1]!.to!).toBeGreaterThan(l.rows[0]!.to!);
  });

  it('shows how unsure an end is, and none where nobody knows it', () => {
    const [sure, unknown] = runningLayout([thing(-14, 18, 5), thing(-30, null)], now, 1000).rows;
    expect(sure!.band!.from).toBeLessThan(sure!.to!);
    expect(sure!.band!.to).toBeGreaterThan(sure!.to!);
    expect(unknown).toMatchObject({ to: null, band: null });
  });

  it('goes back before now for what is late', () => {
    const l = runningLayout([thing(-50, -10, 2)], now, 1000);
    expect(l.rows[0]!.to!).toBeLessThan(l.nowX);
    expect(l.rows[0]!.to!).toBeGreaterThan(l.rows[0]!.from);
  });

  it('writes no mark over another', () => {
    for (const width of [358, 700, 1036]) {
      const xs = runningLayout([thing(-9000, 9000)], now, width)
        .marks.map((m) => m.x)
        .sort((a, b) => a - b);
      xs.slice(1).forEach((x, i) => expect(x - xs[i]!).toBeGreaterThanOrEqual(64));
    }
  });
});
