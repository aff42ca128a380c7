import { strToU8, zipSync } from 'fflate'

/** A MusicXML text in its container (MusicXML 4.0: mimetype first and stored, META-INF/container.xml, the score). */
export const writeMxl = (xml: string): Uint8Array =>
  zipSync({
    mimetype: [strToU8('application/vnd.recordare.musicxml'), { level: 0 }],
    'META-INF/container.xml': strToU8(
      '<?xml version="1.0" encoding="UTF-8"?>\n<container><rootfiles><rootfile full-path="score.musicxml" media-type="application/vnd.recordare.musicxml+xml"/></rootfiles></container>\n',
    ),
    'score.musicxml': strToU8(xml),
  })
