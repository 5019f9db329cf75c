import { lazy, Suspense, useState, type ComponentType } from 'react';
import { Notice } from './Notices';

const Unfetched = () => (
  <Notice tone="stop">This could not be fetched: the line may be gone. Close it and open it once more.</Notice>
);

/** A part of a page whose script is fetched when it is shown; the page stays meanwhile, and when the script does not come. */
export const whenShown = <P extends object>(load: () => Promise<ComponentType<P>>) =>
  function WhenShown(props: P) {
    // Anew every time: what could not be fetched once is asked for again.
    const [Part] = useState(() =>
      lazy(() =>
        load().then(
          (part) => ({ default: part }),
          () => ({ default: Unfetched as ComponentType<P> }),
        ),
      ),
    );
    return (
      <Suspense fallback={null}>
        <Part {...props} />
      </Suspense>
    );
  };
