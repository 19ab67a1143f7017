import type { Metadata, Viewport } from 'next';
import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import { StyleNonce } from '@/ui/StyleNonce';
import './globals.css';

export const metadata: Metadata = {
  title: 'High Gate',
  description: 'Checks a vehicle before and after a bolt-on lift, gate by gate, on measured readings.',
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default async function Layout({ children }: { children: ReactNode }) {
  const theme = (await cookies()).get('hg-theme')?.value === 'bay' ? 'bay' : 'day';
  return (
    <html lang="en" data-theme={theme}>
      <body>
        <StyleNonce />
        {children}
      </body>
    </html>
  );
}
