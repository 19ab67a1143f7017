'use client';

import { Slider } from 'radix-ui';
import { useUnits } from '../Units';
import { show } from '@/core/kernel/units/format';

/** Travels of both hubs, mm (+ bump), and the steering as a share of lock. */
export interface Pose {
  left: number;
  right: number;
  steer: number;
}
/** A stance that can be gone back to: what it is called, and its travels. */
export interface Stop {
  name: string;
  left: number;
  right: number;
}

export const LOWEST = -140;
export const HIGHEST = 120;
const clamp = (v: number, low = LOWEST, high = HIGHEST) => Math.min(high, Math.max(low, v));

interface Props {
  pose: Pose;
  onPose: (pose: Pose) => void;
  stops: readonly Stop[];
  steered: boolean;
}

/** Travel left and right, roll and steer; the measured stances are stops on the travel. */
export function Sliders({ pose, onPose, stops, steered }: Props) {
  const units = useUnits();
  const mm = (v: number) => show('length', v, units, true).text;
  const heave = (pose.left + pose.right) / 2;
  const roll = (pose.left - pose.right) / 2;
  return (
    <div className="border border-rule bg-panel p-3">
      <div className="grid gap-x-6 xl:grid-cols-2">
        <SliderRow
          name="Both"
          value={heave}
          text={mm(heave)}
          low={LOWEST}
          high={HIGHEST}
          step={1}
          marks={stops.map((s) => (s.left + s.right) / 2)}
          onValue={(v) => onPose({ ...pose, left: clamp(v + roll), right: clamp(v - roll) })}
        />
        <SliderRow
          name="Left"
          value={pose.left}
          text={mm(pose.left)}
          low={LOWEST}
          high={HIGHEST}
          step={1}
          marks={stops.map((s) => s.left)}
          onValue={(left) => onPose({ ...pose, left })}
        />
        <SliderRow
          name="Roll, left up"
          value={roll}
          text={mm(roll)}
          low={-100}
          high={100}
          step={1}
          marks={[0]}
          onValue={(v) => onPose({ ...pose, left: clamp(heave + v), right: clamp(heave - v) })}
        />
        <SliderRow
          name="Right"
          value={pose.right}
          text={mm(pose.right)}
          low={LOWEST}
          high={HIGHEST}
          step={1}
          marks={stops.map((s) => s.right)}
          onValue={(right) => onPose({ ...pose, right })}
        />
        {steered && (
          <SliderRow
            name="Steer"
            value={pose.steer * 100}
            text={`${Math.round(pose.steer * 100)} % lock`}
            low={-100}
            high={100}
            step={1}
            marks={[0]}
            onValue={(v) => onPose({ ...pose, steer: v / 100 })}
          />
        )}
        <div role="group" aria-label="Stances" className="flex flex-wrap items-center gap-2">
          {stops.map((stop) => {
            const here = Math.abs(stop.left - pose.left) < 0.5 && Math.abs(stop.right - pose.right) < 0.5;
            return (
              <button
                key={stop.name}
                type="button"
                className={`btn ${here ? 'btn-main' : ''}`}
                aria-pressed={here}
                onClick={() => onPose({ ...pose, left: stop.left, right: stop.right })}
              >
                {stop.name}
              </button>
            );
          })}
          <button type="button" className="btn" onClick={() => onPose({ ...pose, steer: 0 })} disabled={!steered}>
            Straight
          </button>
        </div>
      </div>
    </div>
  );
}

/** One slider with its name before it and its figure after it; chalk marks where a stance stands. */
export function SliderRow({
  name,
  value,
  text,
  low,
  high,
  step,
  marks,
  onValue,
  stacked = false,
}: {
  /** A long name stands over its slider. */
  stacked?: boolean;
  name: string;
  value: number;
  text: string;
  low: number;
  high: number;
  step: number;
  marks: readonly number[];
  onValue: (value: number) => void;
}) {
  const shown = Math.min(high, Math.max(low, value));
  return (
    <div
      className={`grid items-center gap-2 ${stacked ? 'grid-cols-[minmax(0,1fr)_148px]' : 'grid-cols-[80px_minmax(0,1fr)_104px]'}`}
    >
      <span className={`text-sm font-semibold ${stacked ? 'col-span-2' : ''}`}>{name}</span>
      <Slider.Root
        className="relative flex h-12 touch-none items-center select-none"
        min={low}
        max={high}
        step={step}
        value={[shown]}
        onValueChange={([v]) => v !== undefined && onValue(v)}
      >
        <Slider.Track className="relative h-1 grow bg-rule">
          {marks.map((mark, i) => (
            <span
              key={i}
              aria-hidden="true"
              className="absolute -top-2 h-5 w-[3px] bg-chalk"
              style={{ left: `${(100 * (Math.min(high, Math.max(low, mark)) - low)) / (high - low)}%` }}
            />
          ))}
        </Slider.Track>
        <Slider.Thumb
          aria-label={name}
          aria-valuetext={text}
          className="block h-9 w-5 rounded-post border-2 border-graphite bg-paper"
        />
      </Slider.Root>
      <span className={`fig text-right text-sm ${stacked ? '' : 'whitespace-nowrap'}`}>{text}</span>
    </div>
  );
}
