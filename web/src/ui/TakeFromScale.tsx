import Button from '@mui/material/Button';
import { useScale } from '../live/live';

/** One tap takes what the scale says, and only while it stands still. Without a scale there is no button. */
export function TakeFromScale({ onTake }: { onTake: (typed: string) => void }) {
  const scale = useScale();
  if (!scale) return null;
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
