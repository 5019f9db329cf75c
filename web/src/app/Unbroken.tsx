import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import { Component, type ReactNode } from 'react';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';

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
      <h1>This page could not be shown</h1>
      <p className={layout.above8}>
        Nothing that was kept is lost. If the house was out of reach or has been renewed meanwhile, fetching it again
        helps.
      </p>
      <Button className={layout.above16} variant="contained" onClick={() => window.location.reload()}>
        Fetch it again
      </Button>
      {error instanceof Error && (
        <p className={clsx(typography.small, typography.quiet, layout.above16)}>{error.message}</p>
      )}
    </>
  );
}
