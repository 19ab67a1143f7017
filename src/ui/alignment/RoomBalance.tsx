'use client';

import { show } from '@/core/kernel/units/format';
import type { Balance, WheelRoom } from '@/core/subjects/clearance/fit/balance';
import { usePiece } from '../room/usePiece';
import { useUnits } from '../Units';

const [WIDE, HIGH, MID] = [640, 118, 46];
/** mm of room at the ends of the bar. */
const FULL = 60;

/** Room ahead of each front wheel and behind it on one bar, and the caster that shares it. */
export function RoomBalance() {
  const { balances, waits } = usePiece('balance')?.piece ?? { balances: [], waits: false };
  if (balances.length === 0)
    return waits ? <p className="hint">The wheels are being swept: their room comes with it.</p> : null;
  return (
    <section aria-labelledby="room-balance" className="border-t border-rule pt-3">
      <h2 id="room-balance">Room ahead of the wheel and behind it</h2>
      <p className="hint">
        The least over every pose of the promised grade, and over its Clear limit as the bar leans. More caster takes
        the wheel forward.
      </p>
      {balances.map((balance) => (
        <One key={balance.corner} balance={balance} />
      ))}
    </section>
  );
}

function One({ balance: { corner, ahead, behind, shared } }: { balance: Balance }) {
  const units = useUnits();
  const mm = (v: number, signed = false) => show('length', v, units, signed).text;
  const side = corner === 'FL' ? 'Left' : 'Right';
  const x = (room: WheelRoom | null, way: 1 | -1) =>
    room ? WIDE / 2 + way * (34 + (Math.min(FULL, Math.max(0, room.gap)) / FULL) * (WIDE / 2 - 190)) : null;
  const [front, rear] = [x(ahead, -1), x(behind, 1)];
  // The bar leans to the side that has less over.
  const lean = ahead && behind ? Math.max(-7, Math.min(7, (behind.margin - ahead.margin) / 3)) : 0;
  const said = [
    ahead ? `ahead ${mm(ahead.gap)} to ${ahead.name.toLowerCase()}` : 'nothing ahead',
    behind ? `behind ${mm(behind.gap)} to ${behind.name.toLowerCase()}` : 'nothing behind',
  ].join(', ');
  return (
    <div className="py-2" data-balance={corner}>
      <svg viewBox={`0 0 ${WIDE} ${HIGH}`} role="img" aria-label={`${side} front wheel: ${said}`} className="w-full">
        <text x={0} y={18} className="fill-graphite text-[16px] font-bold">
          {side}
        </text>
        <g transform={`rotate(${-lean} ${WIDE / 2} ${MID})`} className="stroke-graphite">
          <line x1={WIDE / 2 - 250} x2={WIDE / 2 + 250} y1={MID} y2={MID} strokeWidth={2} className="stroke-rule" />
          <circle cx={WIDE / 2} cy={MID} r={30} fill="none" strokeWidth={3} />
          <circle cx={WIDE / 2} cy={MID} r={4} className="fill-graphite" stroke="none" />
          {front !== null && <line x1={front} x2={front} y1={MID - 26} y2={MID + 26} strokeWidth={4} />}
          {rear !== null && <line x1={rear} x2={rear} y1={MID - 26} y2={MID + 26} strokeWidth={4} />}
        </g>
        <path d={`M ${WIDE / 2 - 9} 96 L ${WIDE / 2 + 9} 96 L ${WIDE / 2} 82 Z`} className="fill-graphite" />
        {ahead && (
          <text x={0} y={HIGH - 6} className="fill-graphite text-[14px]">
            ‹ {ahead.name}, {mm(ahead.gap)}
          </text>
        )}
        {behind && (
          <text x={WIDE} y={HIGH - 6} textAnchor="end" className="fill-graphite text-[14px]">
            {behind.name}, {mm(behind.gap)} ›
          </text>
        )}
      </svg>
      {shared ? (
        <p className="text-[15px]">
          {Math.abs(shared.forward) < 0.5 ? (
            'Shared alike as it stands.'
          ) : (
            <>
              Shared alike {mm(Math.abs(shared.forward))} {shared.forward > 0 ? 'forward' : 'rearward'}: caster{' '}
              {show('fineAngle', shared.caster, units, true).text}
              {shared.casterThen !== null && `, then ${show('fineAngle', shared.casterThen, units, true).text}`}
              {shared.inBand === false && <strong className="text-watch"> outside its band</strong>}
              {shared.inBand === true && ' in its band'}, by {shared.by} (
              {shared.set.map((v) => mm(v, true)).join(' front and ')}
              {shared.set.length > 1 ? ' rear, outboard' : ' longer'}); {mm(Math.abs(shared.margin))}{' '}
              {shared.margin < 0 ? 'short of' : 'over'} the Clear limit on either side then.
            </>
          )}
        </p>
      ) : (
        <p className="text-[15px] text-pencil">
          {ahead && behind
            ? 'Nothing of this axle sets caster by moving the wheel, or its linkage is not taped: no setting shares it.'
            : 'One side is free.'}
        </p>
      )}
    </div>
  );
}
