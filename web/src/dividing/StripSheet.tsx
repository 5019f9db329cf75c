import type { Schema } from '../api/client';
import { withUnit } from '../ui/withUnit';
import styles from './StripSheet.module.css';

/** The strip chart on paper, to be ticked off by hand: only there when the page is printed. */
export function StripSheet({
  view,
  state,
}: {
  view: Schema['RehearsalView'];
  state: { repeat: string; times: string; singlesTex: string };
}) {
  const most = Math.max(...view.plies.map((p) => p.strips.length));
  return (
    <div className={`sheet ${styles.sheet}`}>
      <h1 className={styles.title}>
        Strips: {state.repeat}, {state.times} times
      </h1>
      <p>
        {view.needs.map((n) => `${n.name}: ${n.code ?? n.colour}, ${n.strips} of ${n.mass.text} in all`).join('; ')}.
        Singles of {withUnit(state.singlesTex, 'tex')}, {view.yarnLength} of yarn.
      </p>
      <table>
        <thead>
          <tr>
            <th>strip</th>
            {view.plies.map((p, i) => (
              <th key={i}>
                ply {i + 1}, {p.total.text}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {Array.from({ length: most }, (_, s) => (
            <tr key={s}>
              <td>{s + 1}</td>
              {view.plies.map((p, i) => {
                const strip = p.strips[s];
                return (
                  <td key={i}>{strip ? `☐ ${strip.name || 'plain'}, ${strip.mass.text}, ${strip.length}` : ''}</td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
