import { use, type ComponentType } from 'react';

/** A component that is loaded when it is first wanted. */
export type Part<P> = ComponentType<P> & {
  /** Loads it ahead; resolves when it is there or could not be had, and never rejects. */
  begin: () => Promise<void>;
};

/**
 * A component whose code is loaded when it is first wanted. Unlike a lazy one it can be begun before it is drawn, and is
 * then drawn at once: a placeholder that is shown for one frame stays for a third of a second.
 */
export function part<P extends object>(load: () => Promise<ComponentType<P>>): Part<P> {
  let coming: Promise<ComponentType<P>> | null = null;
  const begun = (): Promise<ComponentType<P>> => {
    if (!coming) {
      const loading = load();
      coming = loading;
      loading.then(
        // As React marks a promise that it has seen resolve: it then takes its value without waiting.
        (value) => Object.assign(loading, { status: 'fulfilled', value }),
        // Whoever comes next tries again.
        () => {
          if (coming === loading) coming = null;
        },
      );
    }
    return coming;
  };
  const Loaded = (props: P) => {
    const Inner = use(begun());
    return <Inner {...props} />;
  };
  const begin = () =>
    begun().then(
      () => {},
      () => {},
    );
  return Object.assign(Loaded, { begin });
}
