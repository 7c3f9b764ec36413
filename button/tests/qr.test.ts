import { correction, generate } from 'lean-qr'
import decode from 'qr/decode.js'
import { describe, expect, it } from 'vitest'

const SCALE = 4
const QUIET = 4

/** The code as a camera would see it. */
function picture(text: string): { width: number; height: number; data: Uint8Array } {
  const code = generate(text, { minCorrectionLevel: correction.M })
  const width = (code.size + 2 * QUIET) * SCALE
  const data = new Uint8Array(width * width * 4).fill(255)
  for (let y = 0; y < width; y++) {
    for (let x = 0; x < width; x++) {
      if (code.get(Math.floor(x / SCALE) - QUIET, Math.floor(y / SCALE) - QUIET))
        data.fill(0, (y * width + x) * 4, (y * width + x) * 4 + 3)
    }
  }
  return { width, height: width, data }
}

describe('the code that takes a chat to the phone', () => {
  it.each([
    'https://wa.me/441174960123',
    'https://wa.me/441174960123?text=' + encodeURIComponent('Olá, a roda chia? مرحبا 🔧'),
    'https://t.me/averilcycles?text=' + 'spoke%20'.repeat(60),
  ])('is read back by another library: %s', (text) => expect(decode(picture(text))).toBe(text))
})
