import { msg } from './words.js';

/** A picture as it is worked on: its pixels for the worker, and a bitmap to draw. */
export interface Opened {
  name: string;
  width: number;
  height: number;
  bitmap: ImageBitmap;
  /** kept with the pump */
  file: Blob;
  pages: number;
  page: number;
}

/** pixels of the longer side: more shows nothing more of a stroke */
const LONGEST = 3000;
/** of a page that is drawn from PDF */
const PDF_LONGEST = 2200;

/** Opens a PNG, a JPEG or a page of a PDF. */
export async function openPicture(file: File | Blob, name: string, page = 1): Promise<Opened> {
  if (file.type === 'application/pdf' || /\.pdf$/i.test(name)) return openPdf(file, name, page);
  if (!/^image\/(?:png|jpeg)$/.test(file.type) && !/\.(?:png|jpe?g)$/i.test(name))
    throw new Error(msg('view.picture.expectedAPngJpegOr'));
  const whole = await createImageBitmap(file).catch(() => {
    throw new Error(msg('view.picture.thePictureCannotBeRead'));
  });
  const scale = Math.min(1, LONGEST / Math.max(whole.width, whole.height));
  const bitmap =
    scale < 1
      ? await createImageBitmap(whole, {
          resizeWidth: Math.round(whole.width * scale),
          resizeHeight: Math.round(whole.height * scale),
          resizeQuality: 'high',
        })
      : whole;
  return { name, width: bitmap.width, height: bitmap.height, bitmap, file, pages: 1, page: 1 };
}

async function openPdf(file: Blob, name: string, wanted: number): Promise<Opened> {
  const pdf = await import('pdfjs-dist');
  pdf.GlobalWorkerOptions.workerSrc = new URL('pdfjs-dist/build/pdf.worker.min.mjs', import.meta.url).href;
  const task = pdf.getDocument({ data: new Uint8Array(await file.arrayBuffer()), disableFontFace: true });
  const document = await task.promise.catch(() => {
    throw new Error(msg('view.picture.thisPdfCannotBeRead'));
  });
  try {
    const page = await document.getPage(Math.min(document.numPages, Math.max(1, wanted)));
    const plain = page.getViewport({ scale: 1 });
    const viewport = page.getViewport({ scale: PDF_LONGEST / Math.max(plain.width, plain.height) });
    const canvas = new OffscreenCanvas(Math.round(viewport.width), Math.round(viewport.height));
    const context = canvas.getContext('2d')!;
    context.fillStyle = '#fff';
    context.fillRect(0, 0, canvas.width, canvas.height);
    await page.render({ canvas: null, canvasContext: context as unknown as CanvasRenderingContext2D, viewport }).promise;
    const blob = await canvas.convertToBlob({ type: 'image/png' });
    return {
      name,
      width: canvas.width,
      height: canvas.height,
      bitmap: canvas.transferToImageBitmap(),
      file: blob,
      pages: document.numPages,
      page: wanted,
    };
  } finally {
    await task.destroy();
  }
}

export function pixelsOf({ bitmap, width, height }: Opened): ArrayBuffer {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0);
  return context.getImageData(0, 0, width, height).data.buffer;
}
