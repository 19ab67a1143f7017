'use client';

/** A row of buttons, one of them pressed. */
export function Choice({
  label,
  value,
  options,
  onValue,
}: {
  label: string;
  value: string;
  /** Value, what stands on it, and its whole name where that is short for something. */
  options: readonly (readonly [string, string, string?])[];
  onValue: (value: string) => void;
}) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap">
      {options.map(([key, name, whole]) => (
        <button
          key={key}
          type="button"
          aria-pressed={key === value}
          aria-label={whole}
          title={whole}
          className={`btn rounded-none ${key === value ? 'btn-main' : ''}`}
          onClick={() => onValue(key)}
        >
          {name}
        </button>
      ))}
    </div>
  );
}
