/** Pixels round a picture of the saved sheet, and for the words below it. */
const GAP = 12;
const WORDS = 40;

/** All pictures of a sheet with their words in one PNG. @param columns of the sheet */
export async function sheetOf(pictures: { url: string; words: [string, string] }[], columns: number): Promise<Blob> {
  const images = await Promise.all(pictures.map(({ url }) => loaded(url)));
  const [wide, high] = [images[0]!.naturalWidth, images[0]!.naturalHeight];
  const canvas = document.createElement('canvas');
  canvas.width = GAP + columns * (wide + GAP);
  canvas.height = GAP + Math.ceil(images.length / columns) * (high + WORDS + GAP);
  const on = canvas.getContext('2d')!;
  on.fillStyle = '#fffdf7';
  on.fillRect(0, 0, canvas.width, canvas.height);
  on.textBaseline = 'top';
  images.forEach((image, k) => {
    const x = GAP + (k % columns) * (wide + GAP);
    const y = GAP + Math.floor(k / columns) * (high + WORDS + GAP);
    on.drawImage(image, x, y, wide, high);
    on.fillStyle = '#24302c';
    on.font = "600 14px 'Source Sans 3 Variable', sans-serif";
    on.fillText(pictures[k]!.words[0], x, y + high + 5, wide);
    on.fillStyle = '#5f6b62';
    on.font = "13px 'Source Sans 3 Variable', sans-serif";
    on.fillText(pictures[k]!.words[1], x, y + high + 22, wide);
  });
  return new Promise((done, fail) => canvas.toBlob((blob) => (blob ? done(blob) : fail(new Error('no picture'))), 'image/png'));
}

function loaded(url: string): Promise<HTMLImageElement> {
  return new Promise((done, fail) => {
    const image = new Image();
    image.onload = () => done(image);
    image.onerror = () => fail(new Error('no picture'));
    image.src = url;
  });
}
