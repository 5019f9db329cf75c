import type { Schema } from '../api/client';
import { Bobbins } from '../drawings/Bobbins';
import { magnifiedFor } from '../drawings/Yarn';
import { Notice } from '../ui/Notices';
import { Column } from '../ui/layouts';
import { Becomes } from './Becomes';
import { YarnRow } from './YarnRow';
import typography from '../ui/typography.module.css';

/** The strands as filled bobbins, the yarn before and after its wash, and how to ply it. */
export function PlyPlan({ plan, colour }: { plan: Schema['PlyPlanView']; colour: string }) {
  const made = plan.becomes.some((b) => b.made.length > 0);
  const magnified = magnifiedFor(Math.max(plan.fresh.diameterMillimetres, plan.washed.diameterMillimetres));
  return (
    <Column gap={1}>
      <Bobbins
        colour={colour}
        words={`Plied of ${plan.strands.map((s) => `${s.code} ${s.length}`).join(', ')}`}
        bobbins={plan.strands.map((s) => ({
          name: s.code,
          holds: s.metres ?? s.mass?.grams ?? null,
          fill: null,
          text: [s.mass?.text, s.length, s.left].filter(Boolean).join(' · '),
          twist: s.direction ?? '',
        }))}
      />
      {plan.cautions.map((c) => (
        <Notice key={c} tone="watch">
          {c}
        </Notice>
      ))}
      <YarnRow name="fresh" yarn={plan.fresh} colour={colour} magnified={magnified}>
        {plan.sentences.map((s) => (
          <p key={s}>{s}</p>
        ))}
      </YarnRow>
      <YarnRow name="washed" yarn={plan.washed} colour={colour} magnified={magnified}>
        {!made && (
          <p className={typography.quiet}>
            The same singles otherwise, washed:{' '}
            {plan.becomes.map((b) => `${b.words} ${b.yarn.wrapsPerInch} WPI`).join(', ')}
          </p>
        )}
      </YarnRow>
      {made && (
        <>
          <p>What was made already of these singles, over what is reckoned of each structure, washed:</p>
          <Becomes becomes={plan.becomes} colour={colour} />
        </>
      )}
    </Column>
  );
}
