import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  serverExternalPackages: ['pg', '@react-pdf/renderer'],
  experimental: { serverActions: { bodySizeLimit: '4mb' } },
  outputFileTracingIncludes: { '/jobs/[id]/sheet.pdf': ['./node_modules/@fontsource/**/*.woff'] },
};
export default config;
