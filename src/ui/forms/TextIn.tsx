'use client';

interface Props {
  id: string;
  fileLabel: string;
  pasteLabel: string;
  text: string;
  placeholder?: string;
  /** Letters; a larger file is refused by its size before a letter of it is read. */
  most: number;
  /** What is said then. */
  tooLarge: string;
  onText: (text: string, name: string) => void;
  onTooLarge: (why: string) => void;
}

/** A text that comes in from a file or is pasted; it stands in the box either way, to be looked at and mended. */
export function TextIn({ id, fileLabel, pasteLabel, text, placeholder, most, tooLarge, onText, onTooLarge }: Props) {
  return (
    <>
      <div className="field">
        <label htmlFor={`${id}-file`}>{fileLabel}</label>
        <input
          id={`${id}-file`}
          type="file"
          accept=".csv,.txt,.json,text/csv,application/json"
          onChange={(event) => {
            const [chosen] = event.target.files ?? [];
            if (!chosen) return;
            if (chosen.size > most) return onTooLarge(tooLarge);
            void chosen.text().then((found) => onText(found, chosen.name));
          }}
        />
      </div>
      <div className="field">
        <label htmlFor={`${id}-text`}>{pasteLabel}</label>
        <textarea
          id={`${id}-text`}
          rows={4}
          value={text}
          placeholder={placeholder}
          onChange={(event) => onText(event.target.value, 'pasted')}
          spellCheck={false}
        />
      </div>
    </>
  );
}
