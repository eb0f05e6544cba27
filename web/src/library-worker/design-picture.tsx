import { useEffect, useRef } from 'react';
import { usePicture } from './pictures.ts';
import { MOORLAND } from '../ui/theme.ts';

interface Props {
  readonly designId: string;
  readonly width: number;
  readonly height: number;
  /** Pixels a millimetre; fitted when left out. */
  readonly scale?: number;
  readonly label: string;
}

/** A design drawn as thread on calico, small; made in the worker. */
export function DesignPicture({ designId, width, height, scale, label }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const density = Math.min(2, window.devicePixelRatio);
  const picture = usePicture(designId, { width, height, scale: scale ?? null, density });
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    context.clearRect(0, 0, context.canvas.width, context.canvas.height);
    if (picture) context.drawImage(picture, 0, 0);
  }, [picture]);
  return (
    <canvas
      ref={canvas}
      width={Math.round(width * density)}
      height={Math.round(height * density)}
      role="img"
      aria-label={label}
      style={{
        display: 'block',
        width: '100%',
        aspectRatio: `${width} / ${height}`,
        background: MOORLAND.calico,
        borderRadius: 4,
      }}
    />
  );
}
