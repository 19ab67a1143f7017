/** The name's own mark: an open gate arm and its far post. */
export function Brand() {
  return (
    <span className="flex items-center gap-3">
      <svg width="32" height="26" viewBox="0 0 32 26" aria-hidden="true">
        <path d="M5 14 L13 1 M5 12 V26 M27 8 V26" stroke="currentColor" strokeWidth="3" fill="none" />
        <circle cx="5" cy="15" r="3.2" fill="currentColor" />
      </svg>
      <span className="name text-[17px] whitespace-nowrap max-[460px]:sr-only">High Gate</span>
    </span>
  );
}
