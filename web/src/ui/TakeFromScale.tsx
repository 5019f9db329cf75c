import Button from '@mui/material/Button';
import { useHasScale, useScale } from '../live/live';

/** One tap takes what the scale says, and only while it stands still. Without a scale there is no button; before it is heard its place is kept. */
export function TakeFromScale({ onTake }: { onTake: (typed: string) => void }) {
  const scale = useScale();
  const expected = useHasScale();
  if (!scale) return expected ? <Button disabled>scale: listening</Button> : null;
  const steady = scale.connected && scale.stable && scale.value != null && scale.value > 0;
  return (
    <Button disabled={!steady} onClick={() => steady && onTake(`${scale.value} g`)}>
      {!scale.connected
        ? 'scale not heard'
        : scale.value == null
          ? 'scale: overload'
          : `${scale.text}${steady ? ', take it' : scale.value > 0 ? ', moving' : ''}`}
    </Button>
  );
}
