import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  // No picture is made smaller here: an optimiser that anybody may ask is work for nothing.
  images: { unoptimized: true },
  // Types are checked by `npm test`, tests included; a start need not wait for them again.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['pg', 'pino', '@react-pdf/renderer', '@zxcvbn-ts/language-common'],
  experimental: { serverActions: { bodySizeLimit: '4500kb' }, authInterrupts: true },
  outputFileTracingIncludes: { '/jobs/[id]/sheet.pdf': ['./node_modules/@fontsource/**/*.woff'] },
};
export default config;
