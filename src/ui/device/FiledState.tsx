import { Check, TabletSmartphone } from 'lucide-react';

/** Whether a thing that was filed is with the server or still on this tablet. */
export function FiledState({ state }: { state: 'here' | 'filed' }) {
  return state === 'here' ? (
    <span className="inline-flex items-center gap-1 whitespace-nowrap font-semibold text-watch">
      <TabletSmartphone className="size-4" aria-hidden /> on this tablet
    </span>
  ) : (
    <span className="inline-flex items-center gap-1 whitespace-nowrap text-clear">
      <Check className="size-4" aria-hidden /> filed
    </span>
  );
}
