import { zipSync } from 'fflate';

/** Central directory header of a zip, and where in it the unpacked size stands. @source APPNOTE.TXT 4.3.12 */
const HEADER = [0x50, 0x4b, 0x01, 0x02];
const SIZE_AT = 24;

/** A small zip that promises to unpack to so many bytes. */
export function bombOf(name: string, bytes: number): Uint8Array {
  const zip = zipSync({ [name]: new Uint8Array(1000) });
  const at = zip.findIndex((_, i) => HEADER.every((byte, j) => zip[i + j] === byte));
  new DataView(zip.buffer, zip.byteOffset).setUint32(at + SIZE_AT, bytes, true);
  return zip;
}
