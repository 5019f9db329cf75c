import { Component, type ReactNode } from 'react';
import { Button } from '../ui/Button';
import { Typography } from '../ui/Typography';

interface Props {
  /** What is shown: with another address it is tried anew. */
  at: string;
  children: ReactNode;
}

interface State {
  at: string;
  broken: { error: unknown } | null;
}

/** What it holds, or that this could not be fetched or drawn; what stands round it stays. */
export class Unbroken extends Component<Props, State> {
  state: State = { at: this.props.at, broken: null };

  static getDerivedStateFromError(error: unknown): Partial<State> {
    return { broken: { error } };
  }

  static getDerivedStateFromProps({ at }: Props, state: State): Partial<State> | null {
    return at === state.at ? null : { at, broken: null };
  }

  render() {
    return this.state.broken ? <BrokenPage error={this.state.broken.error} /> : this.props.children;
  }
}

function BrokenPage({ error }: { error: unknown }) {
  return (
    <>
      <Typography variant="h1">This page could not be shown</Typography>
      <Typography sx={{ mt: 1 }}>
        Nothing that was kept is lost. If the house was out of reach or has been renewed meanwhile, fetching it again
        helps.
      </Typography>
      <Button variant="contained" sx={{ mt: 2 }} onClick={() => window.location.reload()}>
        Fetch it again
      </Button>
      {error instanceof Error && (
        <Typography variant="body2" color="text.secondary" sx={{ mt: 2 }}>
          {error.message}
        </Typography>
      )}
    </>
  );
}
