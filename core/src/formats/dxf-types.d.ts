/** What `dxf` 5.3.1 gives of the parts that are read here. Broken files leave any field out or make it NaN. */
declare module 'dxf' {
  interface DxfCommon {
    readonly visible?: boolean;
    readonly layer?: string;
    readonly colorNumber?: number;
    readonly paperSpace?: number;
    readonly extrusionZ?: number;
  }
  interface DxfVertex {
    readonly x?: number;
    readonly y?: number;
    readonly bulge?: number;
  }
  interface DxfLine extends DxfCommon {
    readonly type: 'LINE';
    readonly start: DxfVertex;
    readonly end: DxfVertex;
  }
  interface DxfPolyline extends DxfCommon {
    readonly type: 'LWPOLYLINE' | 'POLYLINE';
    readonly vertices: readonly DxfVertex[];
    readonly closed?: boolean;
    readonly polygonMesh?: boolean;
    readonly polyfaceMesh?: boolean;
  }
  interface DxfArc extends DxfCommon {
    readonly type: 'ARC' | 'CIRCLE';
    readonly x?: number;
    readonly y?: number;
    readonly r?: number;
    /** Radians. */
    readonly startAngle?: number;
    readonly endAngle?: number;
  }
  interface DxfEllipse extends DxfCommon {
    readonly type: 'ELLIPSE';
    readonly x?: number;
    readonly y?: number;
    readonly majorX?: number;
    readonly majorY?: number;
    readonly axisRatio?: number;
    readonly startAngle?: number;
    readonly endAngle?: number;
  }
  interface DxfSpline extends DxfCommon {
    readonly type: 'SPLINE';
    readonly controlPoints: readonly DxfVertex[];
    readonly knots: readonly number[];
    readonly weights?: readonly number[];
    readonly degree?: number;
    readonly closed?: boolean;
  }
  interface DxfInsert extends DxfCommon {
    readonly type: 'INSERT';
    readonly block?: string;
    readonly x?: number;
    readonly y?: number;
    readonly scaleX?: number;
    readonly scaleY?: number;
    /** Degrees. */
    readonly rotation?: number;
    readonly columnCount?: number;
    readonly rowCount?: number;
    readonly columnSpacing?: number;
    readonly rowSpacing?: number;
  }
  interface DxfOther extends DxfCommon {
    readonly type: 'OTHER';
  }
  export type DxfEntity = DxfLine | DxfPolyline | DxfArc | DxfEllipse | DxfSpline | DxfInsert | DxfOther;
  export interface DxfBlock {
    readonly name?: string;
    readonly x?: number;
    readonly y?: number;
    readonly entities?: readonly DxfEntity[];
  }
  export function parseString(text: string): {
    readonly header: { readonly insUnits?: number; readonly measurement?: number };
    readonly blocks: readonly DxfBlock[];
    readonly entities: readonly DxfEntity[];
  };
}
