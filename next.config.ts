import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  // Which build this is, in what the server says and in what the page is made of alike.
  env: { HIGH_GATE_RELEASE: process.env.HIGH_GATE_RELEASE ?? '' },
  // No picture is made smaller here: an optimiser that anybody may ask is work for nothing.
  images: { unoptimized: true },
  // Types are checked by `npm test`, tests included; a start need not wait for them again.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['pg', 'pino', '@react-pdf/renderer', '@zxcvbn-ts/language-common'],
  experimental: { serverActions: { bodySizeLimit: '4500kb' }, authInterrupts: true },
  outputFileTracingIncludes: { '/jobs/[id]/sheet.pdf': ['./node_modules/@fontsource/**/*.woff'] },
};
export default config;
