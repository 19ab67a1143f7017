import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

const files = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' }).map((name) => name.split(path.sep).join('/'));

/** Every page of the application, found from its files. */
export const pagesFound = (): string[] =>
  files('src/app')
    .filter((name) => /(^|\/)page\.tsx$/.test(name))
    .map((name) => `/${name.replace(/\/?page\.tsx$/, '')}`)
    .sort();

/** Every route handler, "METHOD /path", with the text of its file. */
export const routesFound = (): { name: string; text: string }[] =>
  files('src/app')
    .filter((name) => /(^|\/)route\.tsx?$/.test(name))
    .flatMap((name) => {
      const text = readFileSync(`src/app/${name}`, 'utf8');
      const methods = [
        ...text.matchAll(/export (?:const|async function|function) (GET|POST|PUT|PATCH|DELETE|HEAD|OPTIONS)\b/g),
      ];
      return methods.map(([, method]) => ({ name: `${method} /${name.replace(/\/?route\.tsx?$/, '')}`, text }));
    });

/** Every server action: every function that a file marked 'use server' hands out, with its own text. */
export const actionsFound = (): { name: string; text: string }[] =>
  files('src')
    .filter((name) => /\.tsx?$/.test(name) && !/\.test\./.test(name))
    .map((name) => readFileSync(`src/${name}`, 'utf8'))
    .filter((text) => /^\s*['"]use server['"]/m.test(text))
    .flatMap((text) => {
      const starts = [...text.matchAll(/^export (?:async function|const) (\w+)/gm)];
      return starts.map((found, i) => ({
        name: found[1] ?? '',
        text: text.slice(found.index, starts[i + 1]?.index ?? text.length),
      }));
    });
