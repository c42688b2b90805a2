declare module 'jsts/org/locationtech/jts/geom/GeometryFactory.js' {
  export default class GeometryFactory {
    createLinearRing(c: unknown[]): unknown;
    createPolygon(shell: unknown, holes: unknown[]): unknown;
  }
}
declare module 'jsts/org/locationtech/jts/geom/Coordinate.js' {
  export default class Coordinate {
    constructor(x: number, y: number);
  }
}
declare module 'jsts/org/locationtech/jts/operation/distance/DistanceOp.js' {
  const DistanceOp: { distance(a: unknown, b: unknown): number };
  export default DistanceOp;
}
