import Button from '@mui/material/Button';
import { useState } from 'react';

/** A button for what ends something: it asks once more, where it stands. */
export function TwiceButton({ label, sure, onSure }: { label: string; sure: string; onSure: () => void }) {
  const [asking, setAsking] = useState(false);
  if (!asking) return <Button onClick={() => setAsking(true)}>{label}</Button>;
  return (
    <>
      <Button
        color="error"
        onClick={() => {
          setAsking(false);
          onSure();
        }}
      >
        {sure}
      </Button>
      <Button onClick={() => setAsking(false)}>Keep it</Button>
    </>
  );
}
