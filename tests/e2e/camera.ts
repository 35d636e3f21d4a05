import { writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'

interface Rect {
  type: string
  x: number
  y: number
  w: number
  h: number
  color: string
}
const { default: qr } = createRequire(import.meta.url)('pdfmake/js/qrEnc.js') as {
  default: {
    measure: (node: { qr: string; fit?: number; _canvas?: Rect[]; _width?: number }) => {
      _canvas: Rect[]
      _width: number
    }
  }
}

const [WIDTH, HEIGHT, SCALE] = [640, 480, 3]

/** A film of one still picture: a label held before the camera, as Chromium's pretended camera plays it (YUV4MPEG2). */
export function filmOf(text: string, file: string): void {
  const node = qr.measure({ qr: text, fit: 130 })
  const luma = new Uint8Array(WIDTH * HEIGHT).fill(235)
  const [left, top] = [(WIDTH - node._width * SCALE) / 2, (HEIGHT - node._width * SCALE) / 2]
  for (const rect of node._canvas) {
    const shade = /white|#fff/i.test(rect.color) ? 235 : 16
    for (
      let y = Math.round(top + rect.y * SCALE);
      y < Math.round(top + (rect.y + rect.h) * SCALE);
      y++
    )
      for (
        let x = Math.round(left + rect.x * SCALE);
        x < Math.round(left + (rect.x + rect.w) * SCALE);
        x++
      )
        luma[y * WIDTH + x] = shade
  }
  const frame = Buffer.concat([
    Buffer.from('FRAME\n'),
    Buffer.from(luma),
    Buffer.alloc((WIDTH * HEIGHT) / 2, 128),
  ])
  writeFileSync(
    file,
    Buffer.concat([
      Buffer.from(`YUV4MPEG2 W${WIDTH} H${HEIGHT} F10:1 Ip A1:1 C420jpeg\n`),
      frame,
      frame,
      frame,
    ]),
  )
}
