import Link from 'next/link';

export default function NotFound() {
  return (
    <main className="mx-auto max-w-[560px] space-y-4 p-10">
      <h1>Nothing stands at this address</h1>
      <p>The job may belong to another shop, or the address was cut short.</p>
      <Link className="btn btn-main" href="/yard">
        Back to the Yard
      </Link>
    </main>
  );
}
