import type { Schema } from '../api/client';
import { useSpinners } from '../api/queries';
import { SelectField } from '../ui/SelectField';
import { whorlWord } from './words';
import { NumberField } from '../ui/NumberField';

/** What is spun on: a tool of the workshop with its whorl, or a ratio that is not owned yet. */
export interface ToolChoice {
  id: string | null;
  whorl: string;
  ratio: string;
  by: Schema['SpunBy'];
}

export const noTool: ToolChoice = { id: null, whorl: '', ratio: '', by: 'treadles' };

const other = '';
const keyOf = (id: string, whorl: string) => `${id} ${whorl}`;

/** Wheels with each of their whorls, spindles, or any ratio: also one that is not there yet, to see what it would make possible. */
export function OnTool({
  value,
  onChange,
  error,
}: {
  value: ToolChoice;
  onChange: (tool: ToolChoice) => void;
  error?: string | null;
}) {
  const spinners = (useSpinners().data ?? []).filter((s) => s.kind !== 'winder');
  const choices = spinners.flatMap((s) =>
    (s.whorls.length > 0 ? s.whorls : [null]).map((w) => ({
      key: keyOf(s.id, w?.name ?? ''),
      word: w ? `${s.name}, ${whorlWord(w)}` : s.name,
      tool: {
        id: s.id,
        whorl: w?.name ?? '',
        ratio: w?.ratio == null ? '' : `${w.ratio}`,
        by: s.by,
      } satisfies ToolChoice,
    })),
  );
  const key = value.id === null ? other : keyOf(value.id, value.whorl);
  return (
    <>
      {choices.length > 0 && (
        <SelectField
          style={{ width: 285 }}
          label="On"
          value={choices.some((c) => c.key === key) ? key : other}
          onChange={(chosen) => onChange(choices.find((c) => c.key === chosen)?.tool ?? noTool)}
          words={Object.fromEntries([
            ...choices.map((c) => [c.key, c.word] as const),
            [other, 'another, or one not owned yet'],
          ])}
        />
      )}
      {value.id === null && (
        <NumberField
          style={{ width: 185 }}
          label="Ratio of the whorl"
          value={value.ratio}
          onChange={(ratio) => onChange({ ...value, ratio })}
          error={error}
          placeholder="11"
        />
      )}
    </>
  );
}
