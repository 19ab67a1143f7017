import type { Shown } from '@/core/kernel/units/shown';

/** A figure set inside an SVG text, its fraction raised and lowered. */
export function SvgFigure({ shown, size }: { shown: Shown; size: number }) {
  const { fraction } = shown;
  const small = size * 0.74;
  return (
    <>
      {shown.sign}
      {shown.whole}
      {fraction && (
        <>
          <tspan dx={shown.whole ? size * 0.15 : 0} dy={-size * 0.3} fontSize={small}>
            {fraction.top}
          </tspan>
          <tspan dy={size * 0.3}>⁄</tspan>
          <tspan dy={size * 0.1} fontSize={small}>
            {fraction.bottom}
          </tspan>
        </>
      )}
      <tspan dx={size * 0.4} dy={fraction ? -size * 0.1 : 0}>
        {shown.unit}
      </tspan>
    </>
  );
}
