declare module "pdfjs-dist/legacy/build/pdf.worker.mjs";
