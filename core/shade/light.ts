import { transmittanceOfShade } from './transmittance'

/** How dark the scene looks through a shade on a screen, 0 black to 1 bare. A picture for comparing, not a measurement: the eye's answer to light is squeezed to what a screen can show. */
export const viewBrightness = (shade: number): number => transmittanceOfShade(shade) ** 0.12
