import { type ClothPoint, clothPoint, type Maker, middleOf, nearestAlong, type Polyline, recordId } from '@gorse/core';
import { create } from 'zustand';
import { changeRejoinHere, forbidLink } from '../../../document/keep-outs.ts';
import { edit } from '../../../document/plan-store.ts';
import { usePlanned } from '../../../planning-worker/planned-store.ts';
import { maskedOf } from './masked-words.ts';

/** What the next click on the cloth says of the chosen piece: where it starts, or ends; null: a link that isn't wanted. */
type Asks = 'start' | 'end' | null;

interface MaskHand {
  /** What it is looked at how it was cut and joined. */
  readonly owner: Maker | null;
  readonly asks: Asks;
}

const NOTHING: MaskHand = { owner: null, asks: null };

export const useMaskHand = create<MaskHand>(() => NOTHING);

/** Looks at a record while a part is shown; what is then called ends it. */
export function lookAtMasked(owner: Maker): () => void {
  useMaskHand.setState({ owner, asks: null });
  return () => useMaskHand.setState(NOTHING);
}

/** A link is meant by a click so near, px. */
const NEAR = 12;

/** A click while it is looked at how a record was cut and joined. False where it means nothing. */
export function pickMasked(p: ClothPoint, scale: number): boolean {
  const { owner, asks } = useMaskHand.getState();
  if (!owner) return false;
  if (asks !== null) {
    useMaskHand.setState({ asks: null });
    edit(asks === 'start' ? 'start of the run' : 'end of the run', changeRejoinHere(owner, { [asks]: p }));
    return true;
  }
  const shown = usePlanned.getState().byRecord[recordId(owner)];
  const links = shown ? maskedOf(shown).flatMap((one) => one.links) : [];
  const near = links
    .map(({ line }) => ({ line, off: nearestAlong(line, p).off }))
    .filter(({ off }) => off * scale <= NEAR)
    .sort((a, b) => a.off - b.off)[0];
  if (!near) return false;
  forbid(owner, near.line);
  return true;
}

/** Does without a link, which is named by its middle. */
export function forbid(owner: Maker, link: Polyline): void {
  const { x, y } = middleOf(link);
  edit('without a link', forbidLink(owner, clothPoint(x, y)));
}
