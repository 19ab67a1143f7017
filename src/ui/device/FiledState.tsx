import { Check, TabletSmartphone } from 'lucide-react';

/** Whether a thing that was filed is with the server or still on this tablet. */
export function FiledState({ state }: { state: 'here' | 'filed' }) {
  return state === 'here' ? (
    <span className="font-semibold whitespace-nowrap text-watch">
      <TabletSmartphone className="inline size-4 align-[-3px]" aria-hidden /> on this tablet
    </span>
  ) : (
    <span className="whitespace-nowrap text-clear">
      <Check className="inline size-4 align-[-3px]" aria-hidden /> filed
    </span>
  );
}
