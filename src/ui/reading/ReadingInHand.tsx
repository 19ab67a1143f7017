'use client';

import { lazy, Suspense, useEffect, useRef, useState, useTransition, type KeyboardEvent } from 'react';
import { otherSide, PLACE_NAME, STATE_NAME, type Place, type VehicleState } from '@/core/kernel/places';
import type { Choice, Point, PointDrawing as DrawingKind } from '@/core/record/point';
import { say } from '@/core/kernel/phrase';
import type { ReadingBody } from '@/core/record/filing/entry';
import { spotName } from '@/core/assembly/book';
import type { Reading, ReadingGate } from '@/core/document/job';
import { expectedThere, plausibilityQuestion } from '@/core/assembly/route/plausible';
import { instrumentsFor, standardUncertainty } from '@/core/kernel/uncertainty/instruments';
import { K } from '@/core/kernel/uncertainty/propagate';
import { parseQuantity } from '@/core/kernel/units/parseQuantity';
import { baseUnit } from '@/core/kernel/units/quantities';
import type { Quantity } from '@/core/kernel/units/quantity';
import { PointDrawing } from '../drawings/PointDrawing';
import { Figure, PlusMinus, Words } from '../Figure';
import { goTo } from '../room/RoomLink';
import { tapped } from '../tapped';
import { useFiling } from '../room/useFiling';
import { useRoom } from '../room/view';
import { useUnits } from '../Units';
import { Keypad } from './Keypad';
import { press } from './keypadText';
import { KeysHelp } from './KeysHelp';
import { ObservationAnswer } from './ObservationAnswer';
import { WayPictures } from './WayPictures';
import { waySaid, type SignChosen } from './ways';

const LinkageSpot = lazy(() => import('../linkage/LinkageSpot').then((m) => ({ default: m.LinkageSpot })));

/** A stop of the route as the screen needs it. */
export interface StopInHand {
  key: string;
  point: string;
  label: string;
  how: string;
  quantity: Quantity | 'observation';
  instrument: string;
  drawing: DrawingKind;
  rideHeight: boolean;
  /** May be minus. */
  signed: boolean;
  /** Which way it is, asked by picture in place of a sign. */
  ways: NonNullable<Point['ways']> | null;
  /** It may be read on a face square to it. */
  onFace: boolean;
  /** Not every vehicle has it: “not fitted” is an answer. */
  mayBeAbsent: boolean;
  /** The answers of a thing that is looked at, where “good” and “fault” do not say it. */
  choices: readonly Choice[] | null;
  place: Place;
  state: VehicleState;
  set: number;
}
interface Props {
  gate: ReadingGate;
  stop: StopInHand;
  position: string;
  nextHref: string;
  previousHref: string | null;
  followingHref: string | null;
  /** Readings that stand at this point and round already. */
  here: readonly Reading[];
  noBefore: boolean;
  otherSideRead: boolean;
}

/** One reading at a time: what, where, how, the figure; Enter files it and goes on. */
export function ReadingInHand(props: Props) {
  const { gate, stop, here } = props;
  const stands = here.filter((r) => r.answer === 'measured').length;
  const { view } = useRoom();
  const fileEntry = useFiling();
  const units = useUnits();
  const [text, setText] = useState('');
  const [note, setNote] = useState('');
  const [instrument, setInstrument] = useState(stop.instrument);
  const [wrong, setWrong] = useState('');
  const [question, setQuestion] = useState('');
  const [keys, setKeys] = useState(false);
  const [busy, start] = useTransition();
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus({ preventScroll: true }), []);

  // All that stood here since this was in hand: another tab that sends what waits lets go of it a moment before this one
  // has the job with it, and what was seen here was known.
  const seen = useRef(new Set<string>());
  useEffect(() => {
    for (const { id } of here) seen.current.add(id);
  }, [here]);

  const measured = stop.quantity === 'observation' ? null : stop.quantity;
  const [way, setWay] = useState<SignChosen>(null);
  const [face, setFace] = useState(false);
  // Asked by picture, the figure is filed with the way that was chosen.
  const said = measured && stop.ways ? waySaid(measured, text, way, face, units) : null;
  const parsed = said ?? (measured ? parseQuantity(measured, text, units) : null);
  const filedText = said?.ok ? said.text : text;
  const across = otherSide(stop.place);
  const expected = expectedThere(view.workings, { gate, point: stop.point, place: stop.place, state: stop.state });

  // Once filed, or left for another, this one is done with: a press that comes before the next one is in hand must
  // neither file a repeat nor go on from here.
  const done = useRef(false);
  const leaveFor = (href: string | null) => {
    if (!href || done.current) return;
    done.current = true;
    goTo(href);
  };
  const file = (
    answer: ReadingBody['answer'],
    more: { good?: boolean; choice?: string; instead?: boolean; confirmed?: boolean } = {},
  ) =>
    start(async () => {
      if (done.current) return;
      setWrong('');
      const spot = { gate, point: stop.point, place: stop.place, state: stop.state };
      const odd = answer === 'measured' && parsed?.ok ? plausibilityQuestion(view.workings, spot, parsed.value) : null;
      if (odd && !more.confirmed) return setQuestion(say(odd, units));
      done.current = true;
      const fault = await fileEntry(
        'reading',
        {
          ...spot,
          set: stop.set,
          answer,
          text: answer === 'measured' ? filedText : (more.choice ?? ''),
          units,
          good: more.good ?? null,
          instrument,
          note: face && answer === 'measured' ? `${note} on a face square to it, the gauge read ${text}`.trim() : note,
          supersedes: more.instead ? (here.at(-1)?.id ?? null) : null,
          asked: odd !== null,
          knew: [...new Set([...seen.current, ...here.map((r) => r.id)])].slice(-200),
        },
        `${spotName(spot)}: ${answer === 'measured' ? filedText : answer.replaceAll('-', ' ')}`,
      );
      if (fault) {
        done.current = false;
        setQuestion('');
        setWrong(fault);
        field.current?.focus();
      } else goTo(props.nextHref);
    });
  const fileMeasured = (instead: boolean, confirmed = false) => {
    if (parsed && !parsed.ok) {
      setWrong(
        said && !said.ok && said.asks ? 'Choose by the pictures which way it is.' : `Not understood: ${parsed.reason}.`,
      );
      field.current?.focus();
    } else file('measured', { instead, confirmed });
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const typing = event.target instanceof HTMLTextAreaElement;
    if (event.key === '?' && !typing) {
      event.preventDefault();
      setKeys(true);
    }
    if (!event.altKey) return;
    const act: Record<string, () => void> = {
      n: () => stop.mayBeAbsent && file('not-fitted'),
      c: () => file('cannot-reach'),
      s: () => across && props.otherSideRead && file('same-as-other-side'),
      ArrowLeft: () => leaveFor(props.previousHref),
      ArrowRight: () => leaveFor(props.followingHref),
    };
    const doIt = act[event.key];
    if (doIt) {
      event.preventDefault();
      doIt();
    }
  };

  const inches = units.length !== 'mm';
  const instruments = instrumentsFor(stop.quantity);
  return (
    // Keys belong to the reading in hand, whichever of its controls has the focus.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions
    <section aria-labelledby="in-hand" data-stop={stop.key} onKeyDown={onKeyDown} className="p-5">
      <p className="text-sm font-semibold text-pencil">
        {PLACE_NAME[stop.place]} · {props.position}
        {stop.set > 1 && ` · set ${stop.set}: roll, bounce, then read again`}
      </p>
      <h1 id="in-hand" className="pb-3">
        {stop.label}
      </h1>
      <div className="grid gap-5 md:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)]">
        {/* On a phone the field and the keypad come first: hands that hold a tape do not scroll. */}
        <div className="max-md:order-last">
          {stop.drawing.of === 'linkage' ? (
            <Suspense fallback={<div className="h-[320px] border border-rule bg-panel" />}>
              <LinkageSpot shows={stop.drawing} place={stop.place} />
            </Suspense>
          ) : (
            <PointDrawing drawing={stop.drawing} state={stop.state} />
          )}
          <p className="pt-2 text-[15px]">{stop.how}</p>
          <p className="hint">Vehicle {STATE_NAME[stop.state]}.</p>
          {props.noBefore && (
            <p className="pt-1 text-[15px] font-semibold text-watch">
              There is no Before reading at this point: this one will have nothing to be compared with.
            </p>
          )}
        </div>
        {measured ? (
          <form
            onSubmit={(event) => {
              event.preventDefault();
              fileMeasured(false);
            }}
          >
            <label className="sr-only" htmlFor="figure">
              {stop.label}, in {measured === 'length' ? (inches ? 'inches' : 'mm') : baseUnit(measured)}
            </label>
            <input
              id="figure"
              ref={field}
              value={text}
              autoComplete="off"
              inputMode="text"
              aria-invalid={wrong !== ''}
              aria-describedby="understood"
              onChange={(e) => {
                setText(e.target.value);
                setWrong('');
                setQuestion('');
              }}
              className="fig w-full border-b-[3px] border-graphite bg-transparent pb-1 text-[44px] leading-none"
            />
            <p id="understood" className="fig min-h-7 pt-1 text-[15px] text-pencil" aria-live="polite">
              {text === '' && expected && (
                <span className="font-sans">
                  <Words phrase={expected} />
                </span>
              )}
              {text !== '' && parsed?.ok && (
                <>
                  <Figure quantity={measured} value={parsed.value} />{' '}
                  <PlusMinus
                    quantity={measured}
                    value={
                      K * standardUncertainty(instrument, ['in', 'psi', 'lb'].includes(parsed.unit), stop.rideHeight)
                    }
                  />
                  {measured === 'length' && units.length !== 'mm' && ` · ${parsed.value.toFixed(1)} mm`}
                </>
              )}
              {text !== '' && parsed && !parsed.ok && parsed.reason}
            </p>
            {wrong && (
              <p role="alert" className="pb-2 font-semibold text-stop">
                {wrong}
              </p>
            )}
            {question ? (
              <div role="alert" className="space-y-3 border-y-2 border-watch py-3">
                <p className="font-semibold">{question}</p>
                <div className="flex flex-wrap gap-3">
                  <button
                    type="button"
                    className="btn btn-main"
                    autoFocus
                    disabled={busy}
                    onClick={() => fileMeasured(false, true)}
                  >
                    Keep {text} and go on
                  </button>
                  <button
                    type="button"
                    className="btn"
                    onClick={() => {
                      setQuestion('');
                      field.current?.select();
                      field.current?.focus();
                    }}
                  >
                    Type it again
                  </button>
                </div>
              </div>
            ) : (
              <>
                {stop.ways && (
                  <WayPictures
                    ways={stop.ways}
                    way={way}
                    onWay={(next) => {
                      setWay(next);
                      setWrong('');
                    }}
                    face={stop.onFace ? face : null}
                    onFace={setFace}
                  />
                )}
                <Keypad
                  quantity={measured}
                  inches={inches}
                  signed={stop.signed && !stop.ways}
                  plain={stop.ways !== null}
                  onKey={(key) => {
                    setText((t) => press(t, key));
                    setWrong('');
                  }}
                />
                <div className="flex flex-wrap gap-3 pt-3">
                  <button className="btn btn-main grow basis-40" disabled={busy}>
                    {stands > 0 ? 'File as a repeat' : 'File reading'}
                  </button>
                  {stands > 0 && (
                    <button type="button" className="btn" disabled={busy} onClick={() => fileMeasured(true)}>
                      File instead
                    </button>
                  )}
                </div>
              </>
            )}
            <div className="flex flex-wrap gap-2 pt-3">
              {stop.mayBeAbsent && (
                <button type="button" className="btn" disabled={busy} onClick={tapped(() => file('not-fitted'))}>
                  Not fitted
                </button>
              )}
              <button type="button" className="btn" disabled={busy} onClick={tapped(() => file('cannot-reach'))}>
                Cannot reach
              </button>
              {across && (
                <button
                  type="button"
                  className="btn"
                  disabled={busy || !props.otherSideRead}
                  onClick={tapped(() => file('same-as-other-side'))}
                >
                  Same as {PLACE_NAME[across].toLowerCase()}
                </button>
              )}
            </div>
            <details className="pt-3 text-[15px]">
              <summary className="flex min-h-12 items-center">Instrument and note</summary>
              <div className="grid gap-3 pt-1 sm:grid-cols-2">
                <label className="field">
                  Instrument
                  <select value={instrument} onChange={(e) => setInstrument(e.target.value)}>
                    {instruments.map(([key, i]) => (
                      <option key={key} value={key}>
                        {i.name}
                      </option>
                    ))}
                  </select>
                </label>
                <label className="field">
                  Note
                  <input value={note} maxLength={500} onChange={(e) => setNote(e.target.value)} />
                </label>
              </div>
            </details>
          </form>
        ) : (
          <ObservationAnswer
            busy={busy}
            wrong={wrong}
            note={note}
            onNote={setNote}
            choices={stop.choices}
            onFile={(good, choice) => file('observed', { good, choice, instead: here.length > 0 })}
            onCannot={() => file('cannot-reach')}
            onAbsent={stop.mayBeAbsent ? () => file('not-fitted') : null}
          />
        )}
      </div>
      <KeysHelp open={keys} onOpenChange={setKeys} />
    </section>
  );
}
