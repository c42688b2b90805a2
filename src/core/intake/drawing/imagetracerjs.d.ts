declare module 'imagetracerjs' {
  const ImageTracer: { imagedataToTracedata(image: ImageData, options: Record<string, unknown>): unknown };
  export default ImageTracer;
}
