// Drawing a shape in takes a part of the clipper that nothing else of a picture at rest asks for: fetched where a ground has seams.
export { insideSeams } from '~/core/intake/arrange';
