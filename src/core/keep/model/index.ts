export * from './articles';
export * from './board';
export { parseCapped } from './capped';
export * from './cut-ground';
export * from './drawn-marks';
export * from './edge';
export * from './edit-check';
export * from './file-name';
export * from './findings';
export * from './finished';
export * from './gather';
export * from './ids';
export * from './json';
export * from './learnt';
export * from './limits';
export * from './lookup';
export * from './making';
export * from './markup';
export { ironPressureKPa } from './meaning';
export * from './migrate';
export * from './new';
export { meaningProblems, type ParsedProject, parseProject, parseProjectText } from './parse';
export * from './plan';
export { mmIfInches, type Problem, problemsFrom } from './problems';
export * from './project';
export * from './swatch';
export {
  type BenchCover,
  type BenchSurface,
  benchCoverSchema,
  benchSurfaceSchema,
  CONTROL,
  COVERS,
  type Cover,
  FABRIC_KINDS,
  type Fabric,
  type FabricKind,
  FIBRES,
  fabricSchema,
  IRON_KINDS,
  type Iron,
  ironSchema,
  SEWING,
  STAGES,
  type Stage,
  SURFACES,
  type Surface,
  WEB_FORMS,
  type Web,
  webSchema,
} from './things';
