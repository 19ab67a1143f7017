/** @jest-environment-options {"globalsCleanup": "off"} */
import '../../../tests/support/dom';
import { Suspense } from 'react';
import { act, render, screen } from '@testing-library/react';
import { part } from './part';

const Room = ({ name }: { name: string }) => <p>room {name}</p>;
const shown = (Some: React.ComponentType<{ name: string }>) =>
  render(
    <Suspense fallback={<p>coming</p>}>
      <Some name="one" />
    </Suspense>,
  );

test('begun before it is drawn it is drawn at once, loaded a single time', async () => {
  const load = jest.fn(async () => Room);
  const Some = part(load);
  await Some.begin();
  const view = shown(Some);
  expect(screen.queryByText('coming')).toBeNull();
  expect(screen.getByText('room one')).toBeTruthy();
  view.unmount();
  shown(Some).unmount();
  expect(load).toHaveBeenCalledTimes(1);
});
test('drawn before it is begun it comes by itself', async () => {
  const Some = part(async () => Room);
  const view = await act(async () => shown(Some));
  await act(() => Some.begin());
  expect(screen.getByText('room one')).toBeTruthy();
  view.unmount();
});
test('what could not be had is asked for again, and nobody waits for ever', async () => {
  const load = jest.fn<Promise<typeof Room>, []>();
  load.mockRejectedValueOnce(new Error('no network')).mockResolvedValue(Room);
  const Some = part(load);
  await expect(Some.begin()).resolves.toBeUndefined();
  await Some.begin();
  const view = shown(Some);
  expect(screen.getByText('room one')).toBeTruthy();
  expect(load).toHaveBeenCalledTimes(2);
  view.unmount();
});
