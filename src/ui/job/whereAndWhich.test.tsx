/** @jest-environment-options {"globalsCleanup": "off"} */
import '../../../tests/support/dom';
import { fireEvent, render } from '@testing-library/react';
import { CAIRN, TARN } from '../../../scripts/demo/vehicles';
import type { Place } from '@/core/kernel/places';
import { NO_PART, WhereAndWhich } from './WhereAndWhich';

/** The picker on a page, and what is pressed on it. */
function picker(vehicle: typeof CAIRN, place: Place | null, part = '') {
  const said: string[] = [];
  const { container: home } = render(
    <WhereAndWhich
      vehicle={vehicle}
      place={place}
      part={part}
      onPlace={(p) => said.push(`place ${p}`)}
      onPart={(p) => said.push(`part ${p}`)}
    >
      <span>last</span>
    </WhereAndWhich>,
  );
  const buttons = () => [...home.querySelectorAll('button')];
  const named = (name: string) => buttons().find((b) => (b.getAttribute('aria-label') ?? b.textContent) === name);
  const press = (name: string) => {
    const button = named(name);
    if (!button) throw new Error(`no button ${name}`);
    fireEvent.click(button);
  };
  return { said, home, buttons, named, press };
}

describe('where and which part', () => {
  test('before a place is pressed no part is offered; each place has its whole name', () => {
    const { buttons, home } = picker(CAIRN, null);
    expect(buttons().map((b) => b.getAttribute('aria-label'))).toEqual([
      'Front left',
      'Front axle',
      'Front right',
      'Rear left',
      'Rear axle',
      'Rear right',
      'Whole vehicle',
    ]);
    expect(home.textContent).toContain('Press a wheel, an axle for both sides, or the whole vehicle.');
    expect(home.textContent).toContain('last');
  });
  test('two taps: the place, then a part that this vehicle has there', () => {
    const first = picker(CAIRN, null);
    first.press('Front axle');
    expect(first.said).toEqual(['place front']);
    const then = picker(CAIRN, 'front', 'coil');
    expect(then.named('Front axle')?.getAttribute('aria-pressed')).toBe('true');
    expect(then.named('Coil spring')?.getAttribute('aria-pressed')).toBe('true');
    then.press('Track bar or its bracket');
    then.press('None of these');
    expect(then.said).toEqual(['part track-bar', `part ${NO_PART}`]);
  });
  test('what it has not is not offered', () => {
    const { named } = picker(TARN, 'rear');
    expect(named('Leaf pack or shackle')).toBeDefined();
    expect(named('Coil spring')).toBeUndefined();
    expect(named('Track bar or its bracket')).toBeUndefined();
  });
});
