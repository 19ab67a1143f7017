'use client';

/** When a page cannot be made: most often the database does not answer. */
export default function Failed({ reset }: { reset: () => void }) {
  return (
    <main className="mx-auto max-w-[560px] space-y-4 p-10">
      <h1>This page could not be made</h1>
      <p>The server or its database did not answer. What was filed is kept. Try again in a moment.</p>
      <button className="btn btn-main" onClick={reset}>
        Try again
      </button>
    </main>
  );
}
