import { Component, type ReactNode } from 'react';
import type { ErrorBody } from '@diaphon/api';
import { Button } from '../look/button';
import { ButtonLink } from '../look/button-link';

/** An error in the one shape: what, where, what to do. */
export const ErrorWords = ({ error, children }: { error: ErrorBody; children?: React.ReactNode }) => (
  <div role="alert" className="m-6 max-w-[640px] border border-fault bg-sheet p-4">
    <p className="text-[16px] font-bold">{error.message}</p>
    <p>{error.hint}</p>
    <p className="small-caps mt-2">
      {error.code} · {error.where}
    </p>
    {children && <div className="mt-3 flex gap-2">{children}</div>}
  </div>
);

const Failure = ({ error }: { error: unknown }) => (
  <main>
    <h1 className="sr-only">Failure</h1>
    <ErrorWords
      error={{
        code: 'view-failed',
        message: 'This view could not be shown.',
        where: error instanceof Error ? error.message : String(error),
        hint: 'What you did is kept in this browser and on the server. Load the page again.',
      }}
    >
      <Button kind="main" onClick={() => window.location.reload()}>
        Load again
      </Button>
    </ErrorWords>
  </main>
);

/** The interface itself failed: nothing recorded is lost, and the way back is one click. */
export class FailureBoundary extends Component<
  { children: ReactNode },
  { failure: { error: unknown } | null }
> {
  override state: { failure: { error: unknown } | null } = { failure: null };

  static getDerivedStateFromError(error: unknown) {
    return { failure: { error } };
  }

  override render() {
    return this.state.failure ? <Failure error={this.state.failure.error} /> : this.props.children;
  }
}

export const NotFound = () => (
  <main>
    <h1 className="sr-only">Not found</h1>
    <ErrorWords
      error={{
        code: 'not-found',
        message: 'There is no view at this address.',
        where: window.location.pathname,
        hint: 'Choose a rig on the shelf.',
      }}
    >
      <ButtonLink kind="main" to="/rigs">
        To the shelf
      </ButtonLink>
    </ErrorWords>
  </main>
);
