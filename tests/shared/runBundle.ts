import path from 'node:path';

/** Runs test files one after the other in this one's registry, each under its own name. */
export function runBundle(files: string): void {
  for (const file of files.split(path.delimiter).filter(Boolean))
    describe(path.relative(process.cwd(), file), () => {
      // eslint-disable-next-line @typescript-eslint/no-require-imports -- tests are made known while they are loaded
      require(file);
    });
}
