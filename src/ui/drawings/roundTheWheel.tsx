import type { DrawingOf } from '@/core/record/point';
import { Tape, TAPE, Wheel } from './tapeParts';

/** The wheel from outside with its clock, 12 up and 3 forward, and the tape where the point asks for it. */
export function OnTheClock({ hour, tape }: DrawingOf<'clock'>) {
  const turn = (hour / 12) * 2 * Math.PI;
  const [cx, cy, r] = [200, 190, 112];
  const at = (d: number): [number, number] => [cx + d * Math.sin(turn), cy - d * Math.cos(turn)];
  const [[x1, y1], [x2, y2], [x3, y3]] = [at(tape === 'gap' ? r : 0), at(r + 38), at(r + 62)];
  const across = (d: number): [number, number] => [x2 + d * Math.cos(turn), y2 + d * Math.sin(turn)];
  return (
    <>
      <Wheel x={cx} y={cy} r={r} />
      {Array.from({ length: 12 }, (_, h) => {
        const a = (h / 12) * 2 * Math.PI;
        const near = Math.abs(h - (hour % 12)) < 0.3;
        return (
          <text
            key={h}
            x={cx + (r - 18) * Math.sin(a)}
            y={cy - (r - 18) * Math.cos(a) + 5}
            textAnchor="middle"
            fontSize="15"
            stroke="none"
            fill={near ? TAPE : 'var(--pencil)'}
            fontWeight={near ? 700 : 400}
          >
            {h === 0 ? 12 : h}
          </text>
        );
      })}
      <line x1={across(-34)[0]} y1={across(-34)[1]} x2={across(34)[0]} y2={across(34)[1]} strokeWidth="6" />
      {tape === 'clock' ? (
        <path
          d={`M${cx} ${cy - r - 16}A${r + 16} ${r + 16} 0 ${hour % 12 > 6 ? 1 : 0} 1 ${at(r + 16).join(' ')}`}
          stroke={TAPE}
          strokeWidth="5"
        />
      ) : tape === 'give' ? (
        <line x1={x2} y1={y2} x2={x3} y2={y3} stroke={TAPE} strokeWidth="5" strokeDasharray="6 5" />
      ) : (
        <Tape x1={x1} y1={y1} x2={x2} y2={y2} />
      )}
      <text x="340" y="345" textAnchor="end" fontSize="15" stroke="none" fill="var(--pencil)">
        forward →
      </text>
    </>
  );
}

/** Tyre and wheel cut through from the front: mounting face as a chalk line, the tape across or along. */
export function WheelSection({ tape }: DrawingOf<'wheel'>) {
  const [face, mid] = [212, 190];
  // The tyre is widest at 120, the barrel's inside at 232, the hub's middle at 310.
  const from: Record<DrawingOf<'wheel'>['tape'], [number, number, number, number]> = {
    section: [130, 120, 250, 120],
    offset: [mid, 186, face, 186],
    rim: [148, 222, 232, 222],
    spacer: [face, 270, face + 18, 270],
    reach: [176, 310, 176, 244],
    calliper: [176, 244, 176, 232],
    thread: [face + 8, 340, face + 30, 340],
    stud: [face + 36, 302, face + 36, 318],
    face: [face, 60, 300, 60],
  };
  const [x1, y1, x2, y2] = from[tape];
  return (
    <>
      <path d="M148 222 V70 Q150 46 190 46 Q230 46 232 70 V222 Q250 190 250 120 Q250 60 236 44 Q224 34 190 34 Q156 34 144 44 Q130 60 130 120 Q130 190 148 222" />
      <path d="M148 222 H232 M148 232 H232" />
      <line x1={face} x2={face} y1="40" y2="330" stroke="var(--chalk)" strokeDasharray="8 6" />
      <path d={`M${face} 232 V330 M${face} 320 H150 V300 H${face}`} />
      <circle cx="176" cy="252" r="8" />
      {tape === 'offset' && <line x1={mid} x2={mid} y1="60" y2="240" stroke="var(--pencil)" strokeDasharray="3 5" />}
      {tape === 'spacer' && <rect x={face} y="250" width="18" height="76" />}
      {(tape === 'stud' || tape === 'thread') && (
        <>
          <rect x={face} y="302" width="44" height="16" />
          <rect x={face + 8} y="290" width="22" height="40" />
          {tape === 'thread' && <path d={`M${face + 8} 330 V346 M${face + 30} 330 V346`} strokeDasharray="3 3" />}
        </>
      )}
      {tape === 'face' && <line x1="300" x2="300" y1="44" y2="96" strokeWidth="6" />}
      <Tape x1={x1} y1={y1} x2={x2} y2={y2} />
      <text x="14" y="60" fontSize="14" stroke="none" fill="var(--chalk)">
        mounting face
      </text>
    </>
  );
}
