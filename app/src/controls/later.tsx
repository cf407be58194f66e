import { lazy, Suspense, type ComponentType, type ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { Press } from './Press';
import { Words } from './words';

/** The script of a part that did not come: there is no network, or a newer version has taken its place. */
class NotLoaded extends Error {
  constructor(
    cause: unknown,
    /** Makes the part load anew when it is next drawn. */
    readonly forget: () => void,
  ) {
    super('A part of Yibbo did not load.', { cause });
  }
}

/** A component that comes in a script of its own, fetched when it is first drawn; to be drawn inside `WhenLoaded`. */
export function later<Props extends object>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
  // A lazy component keeps for good how its loading ended, so one that failed makes room for another.
  const fresh = () =>
    lazy(async () => {
      const part = await load().catch((error: unknown) => {
        throw new NotLoaded(error, () => (Part = fresh()));
      });
      return { default: part };
    });
  let Part: ComponentType<Props> = fresh();
  return function Later(props: Props) {
    return <Part {...props} />;
  };
}

interface WhenLoadedProps {
  /** Puts what is said in place of a part that did not come where the part would be. */
  readonly frame?: (words: ReactNode) => ReactNode;
  readonly children: ReactNode;
}

/** Draws parts that come later; where one did not come, says so and tries again when asked. All other errors go on to who stands around it. */
export function WhenLoaded({ frame = (words) => words, children }: WhenLoadedProps) {
  return (
    <ErrorBoundary
      fallbackRender={({ error, resetErrorBoundary }) => {
        if (!(error instanceof NotLoaded)) throw error;
        const again = () => {
          error.forget();
          resetErrorBoundary();
        };
        return frame(
          <>
            <Words role="alert" style={{ textAlign: 'left' }}>
              This part of Yibbo could not be loaded. Check the connection, then try again.
            </Words>
            <Press label="Try again" look="raised" onPress={again} />
          </>,
        );
      }}
    >
      <Suspense fallback={null}>{children}</Suspense>
    </ErrorBoundary>
  );
}
