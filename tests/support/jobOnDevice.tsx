import './dom';
import { act, fireEvent, render, waitFor } from '@testing-library/react';
import { useMemo, useState, type ReactNode } from 'react';
import { applyEntry } from '@/core/assembly/filing';
import type { JobDocument } from '@/core/document/job';
import { DEFAULT_STOCK } from '@/core/document/fitRules';
import { INCH_SHOP, METRIC_SHOP, type UnitChoice } from '@/core/kernel/units/quantity';
import type { Entry } from '@/core/record/filing/entry';
import { Memo } from '@/core/record/workings';
import type { Snapshot } from '@/server/snapshot';
import { RoomContext, type JobView, type Looker } from '@/ui/room/view';
import { viewHere } from './viewHere';
import { UnitsProvider } from '@/ui/Units';

// A form's own: Node's does not take one.
Object.defineProperty(globalThis, 'FormData', { configurable: true, value: window.FormData });
window.scrollTo = () => undefined;

const ID = '11111111-1111-4111-8111-111111111111';

/** A stand-in for what a form asks of the device; a test file puts it in the place of DeviceProvider. */
export const device = {
  ready: true,
  waiting: [],
  heard: () => undefined,
  hand: { member: 'runa', session: 's' },
  fileAll: (() => Promise.resolve()) as (list: readonly { entry: Entry; what: string }[], job: string) => Promise<void>,
};

/**
 * A job in somebody's hands, with a form on the page: what it files goes through the very rule that the device and the
 * server use, and the form is drawn anew with what came of it.
 *
 * @param form what is drawn of the job as it stands
 */
export function onDevice(
  start: JobDocument,
  form: (view: JobView) => ReactNode,
  { role = 'technician', units = METRIC_SHOP }: { role?: Looker['role']; units?: UnitChoice } = {},
) {
  const member: Looker = {
    id: 'runa',
    name: 'Runa',
    role,
    shop: { id: 's', name: 'Shop', timeZone: 'Europe/London' },
    units,
  };
  const filed: Entry[] = [];
  const state = { job: start, full: false, show: (() => undefined) as (job: JobDocument) => void };
  function Room() {
    const [job, setJob] = useState(start);
    const memo = useMemo(() => new Memo(), []);
    state.show = setJob;
    device.fileAll = (entries) => {
      if (state.full) return Promise.reject(new Error('the disk is full'));
      for (const { entry } of entries) {
        const made = applyEntry(state.job, entry, member.name);
        if (!made.ok) throw new Error(made.message);
        state.job = made.made.job;
        filed.push(entry);
      }
      setJob(state.job);
      return Promise.resolve();
    };
    const snapshot: Snapshot = {
      ...{ id: ID, revision: 1, tag: '', shopMark: '', version: 1, planBy: '', planAt: null, kitId: null },
      ...{ document: job, kits: [], stock: DEFAULT_STOCK, versions: [], mine: [], signed: null },
    };
    const view = viewHere(snapshot, member, memo, true);
    const room = useMemo(() => ({ view, sure: true, refresh: () => Promise.resolve() }), [view]);
    return (
      <UnitsProvider units={units}>
        <RoomContext.Provider value={room}>{form(view)}</RoomContext.Provider>
      </UnitsProvider>
    );
  }
  const { container: home } = render(<Room />);
  const named = (element: Element): string => {
    const id = element.getAttribute('id');
    const label = (id && home.querySelector(`label[for="${id}"]`)) || element.closest('label');
    // What stands in the control itself is no part of its name.
    const words = label && [...label.childNodes].filter((n) => !n.contains(element)).map((n) => n.textContent);
    return (element.getAttribute('aria-label') ?? words?.join('') ?? element.textContent).trim();
  };
  const find = <T extends Element>(selector: string, name: string | RegExp): T => {
    const all = [...home.querySelectorAll<T>(selector)];
    const found = all.find((e) => (typeof name === 'string' ? named(e) === name : name.test(named(e))));
    if (!found) throw new Error(`no ${selector} ${name}: ${all.map(named).join(' | ')}`);
    return found;
  };
  const box = (name: string | RegExp) => find<HTMLInputElement>('input, textarea, select', name);
  return {
    home,
    filed,
    box,
    /** The device keeps nothing from now on. */
    fill: () => (state.full = true),
    job: () => state.job,
    /** The device shows another state of the job, as when news of it comes. */
    show: (job: JobDocument) => act(() => state.show(job)),
    says: () => [...home.querySelectorAll('[role="alert"], .wrong')].map((e) => e.textContent),
    type: (name: string | RegExp, value: string) => fireEvent.change(box(name), { target: { value } }),
    enter: (selector: string, value: string) => {
      const field = home.querySelector(selector);
      if (!field) throw new Error(`no ${selector}`);
      fireEvent.change(field, { target: { value } });
    },
    press: (name: string | RegExp) => fireEvent.click(find('button', name)),
    /** Sends the form that the button of that name is in. */
    send: (name: string | RegExp) => {
      const form = find('button', name).closest('form');
      if (form) fireEvent.submit(form);
    },
    until: (check: () => void) => waitFor(check),
  };
}
export { INCH_SHOP, METRIC_SHOP };
