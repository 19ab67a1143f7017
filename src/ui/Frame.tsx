import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import type { Member } from '@/server/session';
import { DeviceProvider } from './device/DeviceProvider';
import { Header } from './Header';
import { UnitsProvider } from './Units';

/** Header, units, and what waits on the device, round every signed-in page. */
export async function Frame({ member, where = '', children }: { member: Member; where?: string; children: ReactNode }) {
  const dark = (await cookies()).get('hg-theme')?.value === 'bay';
  return (
    <UnitsProvider units={member.units}>
      <DeviceProvider
        member={member.id}
        session={member.sessionId}
        name={member.name}
        away={member.via === 'pin' ? member.awayMinutes : null}
      >
        <Header
          shop={member.shop.name}
          where={where}
          person={{ name: member.name, role: member.role }}
          metric={member.units.length === 'mm'}
          dark={dark}
        />
        {children}
      </DeviceProvider>
    </UnitsProvider>
  );
}
