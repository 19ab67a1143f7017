import Link from 'next/link';

/** Signed in, but this page is another role's. */
export default function Forbidden() {
  return (
    <main className="mx-auto max-w-[560px] space-y-4 p-10">
      <h1>This page is for another role</h1>
      <p>Ask the shop’s owner, or hand the tablet to whoever does this.</p>
      <Link href="/yard" className="btn btn-main">
        Back to the Yard
      </Link>
    </main>
  );
}
