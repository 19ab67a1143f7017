'use client';

import { useRouter } from 'next/navigation';
import { startTransition, useEffect } from 'react';

/** When a page cannot be made. A database that is away is said as that, and tried again by itself. */
export default function Failed({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  const router = useRouter();
  const away = error.digest === 'DATABASE_AWAY';
  useEffect(() => {
    if (!away) return;
    const timer = setInterval(
      () =>
        startTransition(() => {
          router.refresh();
          reset();
        }),
      5000,
    );
    return () => clearInterval(timer);
  }, [away, reset, router]);
  return (
    <main className="mx-auto max-w-[560px] space-y-4 p-10">
      <h1>{away ? 'The database does not answer' : 'This page could not be made'}</h1>
      <p>
        {away
          ? 'Nothing that was filed is lost. This page tries again by itself every five seconds.'
          : 'Something went wrong on our side; it is in the log. What was filed is kept.'}
      </p>
      <button
        className="btn btn-main"
        onClick={() =>
          startTransition(() => {
            router.refresh();
            reset();
          })
        }
      >
        Try again now
      </button>
    </main>
  );
}
