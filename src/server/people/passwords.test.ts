import fc from '../../../tests/support/properties';
import { passwordFault, pinFault, SHORTEST } from './passwords';

describe('passwords', () => {
  test.each([
    ['short', /At least 12/],
    ['x'.repeat(201), /At most 200/],
    ['aaaaaaaaaaaaaaaa', /same few letters/],
    ['abababababababab', /same few letters/],
    ['password2024!!!!', /common/],
    ['1234567890qwerty', /common/],
    ['Qwertyuiop123456', /common/],
    ['RunaSkarn-2026!', /own name/],
    ['highgate-runa-1', /own name/],
  ])('%s is refused', (password, why) =>
    expect(passwordFault(password, ['Runa', 'runa@skarn.example', 'Skarn Valley Lift & Axle'])).toMatch(why),
  );
  test.each(['peat under the left spring', 'høvel og hengsel 7', 'tape-chalk-gate-arm', 'Zu9#kw!pLm2xQ'])(
    '%s is taken',
    (password) => expect(passwordFault(password, ['Runa', 'Skarn Valley Lift & Axle'])).toBeNull(),
  );
  test('whatever is typed it answers, and nothing shorter than the least is ever taken', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), fc.array(fc.string(), { maxLength: 3 }), (password, about) => {
        const fault = passwordFault(password, about);
        if (password.length < SHORTEST || password.length > 200) expect(fault).not.toBeNull();
        expect(fault === null || fault.length > 5).toBe(true);
      }),
    );
  });
});

describe('PINs', () => {
  test.each(['', '12345', '1234567', '12345a', '111111', '123456', '654321', '121212', '246802'.replace('02', '1012')])(
    '"%s" is refused',
    (pin) => expect(pinFault(pin)).not.toBeNull(),
  );
  test.each(['284913', '900417'])('%s is taken', (pin) => expect(pinFault(pin)).toBeNull());
});
