import { useMemo } from 'react';
import { Circle, Image } from 'react-konva';
import { MOORLAND } from '../ui/theme.ts';

/** A picture of distances over the cloth; the origin is its upper left corner. */
export function HeatLayer({
  map,
}: {
  readonly map: {
    readonly columns: number;
    readonly rows: number;
    readonly cell: number;
    readonly pixels: Uint8ClampedArray<ArrayBuffer>;
  };
}) {
  const picture = useMemo(() => {
    const canvas = document.createElement('canvas');
    canvas.width = map.columns;
    canvas.height = map.rows;
    canvas.getContext('2d')?.putImageData(new ImageData(map.pixels, map.columns, map.rows), 0, 0);
    return canvas;
  }, [map]);
  return <Image image={picture} scaleX={map.cell} scaleY={map.cell} listening={false} />;
}

/** The widest gap without a stitch. */
export function GapMark({
  centre,
  diameter,
  scale,
}: {
  readonly centre: { readonly x: number; readonly y: number };
  readonly diameter: number;
  readonly scale: number;
}) {
  return (
    <Circle
      x={centre.x}
      y={centre.y}
      radius={diameter / 2}
      stroke={MOORLAND.bracken}
      strokeWidth={2.5 / scale}
      dash={[6 / scale, 4 / scale]}
    />
  );
}
