import { counted, formatLength, type LengthStyle, mountedNow, TURNED_TO } from '@gorse/core';
import { atStart } from '../../ui/words.ts';
import type { Told, Words } from './told.ts';

/** Said wherever the quilt was rolled or loaded. */
export const CLAMP: Words = {
  title: 'Set the tension, then put the side clamps on.',
  why: 'Last of all: both pull the cloth about, so that touches made before would be wrong.',
  button: 'Tension and clamps are set',
};

/** The quilt is rolled, step by step. */
export function rollWords(
  { instruction, advances, rolling, passes, piece, needleLeft }: Told,
  style: LengthStyle,
): Words {
  const { rolled, pass } = mountedNow(advances);
  const { beyond, seam } = rolling;
  const by = rolling.from - rolled;
  const shown = seam
    ? `Then the lower edge of ${seam.name} lies ${formatLength(seam.before, style)} before the roll. `
    : '';
  switch (instruction.action) {
    case 'unclamp':
      return {
        title:
          beyond !== 0
            ? `${atStart(piece.name)}’s pass lies ${formatLength(Math.abs(beyond), style)} too ${beyond < 0 ? 'near' : 'far from'} the take-up pole. Roll ${formatLength(Math.abs(by), style)} ${by < 0 ? 'back' : 'on'}.`
            : rolling.pass === pass
              ? `${atStart(piece.name)}: out of reach as the quilt lies. Roll it ${by < 0 ? 'back' : 'on'}.`
              : `Roll ${rolling.pass > pass ? 'on' : 'back'} to pass ${rolling.pass + 1} of ${passes}.`,
        why:
          needleLeft === null
            ? 'Needle up, head to the side, side clamps off. What is lined up now ends here.'
            : `The needle stays down in the ${needleLeft}: let the head run free. Side clamps off.`,
        button: 'Clamps are off',
      };
    case 'roll':
      return {
        title: `Roll ${formatLength(Math.abs(by), style)} ${by < 0 ? 'back, towards you' : 'on, away from you'}.`,
        why: `${shown}${needleLeft === null ? '' : 'The head goes along with the cloth. '}A little more or less doesn’t matter: the touches find out.`,
        button: 'Rolled',
      };
    default:
      return CLAMP;
  }
}

/** It is taken off, turned and loaded: what hangs loose inside must hold first. */
export function turnWords({ turning, rolling, piece }: Told, style: LengthStyle): Words {
  const { way, edge } = TURNED_TO[turning?.to ?? 'turned'];
  const { seam, from } = rolling;
  const held =
    turning && turning.loose > 0
      ? `${atStart(counted(turning.loose, 'piece'))} inside ${turning.loose === 1 ? 'isn’t' : 'aren’t'} stitched yet: stitch ${turning.loose === 1 ? 'it' : 'them'} first, or baste there, or it sags. `
      : '';
  const rolled = from > 0 ? ` Roll ${formatLength(from, style)} on.` : '';
  const shown = seam
    ? ` Then the lower edge of ${seam.name} lies ${formatLength(seam.before, style)} before the roll.`
    : '';
  return {
    title: `Turn the quilt ${way} for ${piece.name}.`,
    why: `${held}Take it off; its ${edge} goes on the take-up pole, basted straight.${rolled}${shown}`,
    button: 'Turned and loaded',
  };
}
