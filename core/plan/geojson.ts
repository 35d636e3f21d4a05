import type { Floor, Plan, Point, Shape, Thing } from './plan'
import { cornersOf } from './shape'

/**
 * A plan as GeoJSON (RFC 7946) in metres of the site instead of degrees, said by `crs` of the collection as older editions had it.
 * Each thing is a Feature: an area and a box a Polygon, a line a LineString. What cannot be told by an outline stands in its
 * properties, so that reading it back gives the same plan to the last digit.
 */
export interface PlanGeoJson {
  type: 'FeatureCollection'
  crs: { type: 'name'; properties: { name: 'local-metres' } }
  floors: readonly Floor[]
  features: readonly PlanFeature[]
}

export interface PlanFeature {
  type: 'Feature'
  id: string
  geometry:
    | { type: 'Polygon'; coordinates: [number, number][][] }
    | { type: 'LineString'; coordinates: [number, number][] }
  properties: Omit<Thing, 'id' | 'shape'> & {
    /** Of a box: its middle, where its front looks, and its size. */
    box?: { at: [number, number]; angle: number; width: number; depth: number }
  }
}

const pair = ({ x, y }: Point): [number, number] => [x, y]

export const toGeoJson = ({ floors, things }: Plan): PlanGeoJson => ({
  type: 'FeatureCollection',
  crs: { type: 'name', properties: { name: 'local-metres' } },
  floors,
  features: things.map(({ id, shape, ...properties }) => ({
    type: 'Feature',
    id,
    geometry: geometryOf(shape),
    properties: {
      ...properties,
      ...(shape.type === 'box' && {
        box: {
          at: pair(shape.at),
          angle: shape.angle,
          width: shape.width,
          depth: shape.depth,
        },
      }),
    },
  })),
})

function geometryOf(shape: Shape): PlanFeature['geometry'] {
  const points = cornersOf(shape).map(pair)
  return shape.type === 'line'
    ? { type: 'LineString', coordinates: points }
    : { type: 'Polygon', coordinates: [[...points, points[0]!]] }
}
