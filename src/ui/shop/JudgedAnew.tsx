'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

/** How far the open jobs are judged by a limit that was just set; asks again until all of them are. */
export function JudgedAnew({ left, open }: { left: number; open: number }) {
  const router = useRouter();
  useEffect(() => {
    if (left === 0) return;
    const timer = setInterval(() => router.refresh(), 1500);
    return () => clearInterval(timer);
  }, [left, router]);
  return (
    <p role="status" className="pb-3 text-[15px] font-semibold">
      {left === 0
        ? `All ${open} open jobs are judged by these limits.`
        : `Judging open jobs anew: ${open - left} of ${open} done. What is filed meanwhile is in it.`}
    </p>
  );
}
