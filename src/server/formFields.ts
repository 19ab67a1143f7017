/** What a form sent, as far as it is text; nothing where it is no form. Whoever reads it checks it with Zod. */
export const formFields = (form: unknown): Record<string, string> =>
  form instanceof FormData
    ? Object.fromEntries([...form].filter((entry): entry is [string, string] => typeof entry[1] === 'string'))
    : {};
