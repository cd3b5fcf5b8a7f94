declare module 'pdfmake' {
  interface Made {
    getBuffer(): Promise<Buffer>;
  }
  const pdfmake: {
    setFonts(fonts: Record<string, Record<string, string>>): void;
    setUrlAccessPolicy?(policy: (url: string) => boolean): void;
    setLocalAccessPolicy?(policy: (path: string) => boolean): void;
    createPdf(definition: object): Made;
  };
  export default pdfmake;
}
