import {
  type EdgePlace,
  type EdgesKnown,
  type FramePoint,
  framePoint,
  headAt,
  type LengthStyle,
  loadingWhen,
  type PlanRecords,
  quiltOf,
  type SafeArea,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { sayToFrame, useFrame } from '../../../api/frame-socket.ts';
import { addTouch, removeTouches } from '../../../document/placing.ts';
import { edit } from '../../../document/plan-store.ts';
import { planner } from '../../../planning-worker/link.ts';
import type { LineUpAnswer } from '../../../planning-worker/line-up-planner.ts';
import { tellError } from '../../../ui/notices.ts';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { useAsked } from '../../../ui/use-asked.ts';
import { useBegun } from '../patch-here/begun.ts';
import { edgeWords } from './edge-words.ts';

interface Asked {
  readonly records: PlanRecords;
  /** The piece whose border's edges are followed; null: none are. */
  readonly pieceId: string | null;
  readonly advance: number;
  readonly turned: boolean;
  readonly area: SafeArea;
  readonly lineUp: LineUpAnswer | null;
}

/** The edges of a border as they are touched along. */
export interface EdgesWork {
  readonly known: EdgesKnown;
  /** What was just asked for is by all touches. */
  readonly current: boolean;
  /** The next place, in words; empty when there is none. */
  readonly name: string;
  readonly refusal: string | null;
  /** Where this advance's touches lie. */
  readonly touched: readonly FramePoint[];
  readonly touch: () => Promise<void>;
  readonly passOver: () => void;
  readonly goThere: () => void;
  readonly undo: () => void;
}

/** Null while no edges are followed, or it isn't known yet where they run. */
export function useEdges({ records, pieceId, advance, turned, area, lineUp }: Asked): EdgesWork | null {
  const style = useLengthStyle();
  /** For as long as the quilt lies as it does. */
  const [refusals, setRefusals] = useState<{ readonly advance: number; readonly places: readonly EdgePlace[] }>();
  const refused = refusals?.advance === advance ? refusals.places : NONE;
  const [refusal, setRefusal] = useState<string | null>(null);
  const [from, setFrom] = useState<FramePoint>(() => framePoint(0, 0));
  const ask =
    pieceId === null || lineUp === null
      ? null
      : async () => planner.of(records).followEdges(pieceId, { from, refused, area });
  const { answer, current } = useAsked('edges', [pieceId, lineUp, records.touches, refused, from], ask);
  if (pieceId === null || !answer) return null;
  const { next } = answer;
  const name = next ? nameOf(next, records, turned, style) : '';
  return {
    known: answer,
    current,
    name,
    refusal,
    touched: answer.touches.flatMap((id) => records.touches[id]?.frame ?? []),
    async touch() {
      const { state } = useFrame.getState();
      if (!next || !state) return;
      try {
        const found = await planner.of(records).edgeFollowed(next, headAt(state), useBegun.getState().inside);
        setRefusal(found && 'refusal' in found ? found.refusal : null);
        if (!found || 'refusal' in found) return;
        setFrom(headAt(state));
        edit(
          'touch along the edge',
          addTouch({ ...found, id: nanoid(10), name, since: null, advance, method: 'head', at: Date.now() }),
        );
      } catch (error) {
        tellError(error);
      }
    },
    passOver() {
      if (next) setRefusals({ advance, places: [...refused, next] });
    },
    goThere() {
      if (next) sayToFrame({ type: 'goTo', x: next.at.x, y: next.at.y });
    },
    undo() {
      const last = answer.touches.at(-1);
      if (last !== undefined) edit('touch taken back', removeTouches(last));
    },
  };
}

const NONE: readonly EdgePlace[] = [];

const nameOf = (place: EdgePlace, records: PlanRecords, turned: boolean, style: LengthStyle): string => {
  const { map, loading } = quiltOf(records);
  return edgeWords(place, map.borders, loadingWhen(loading, { turned }), style);
};
