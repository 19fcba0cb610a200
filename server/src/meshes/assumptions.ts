/** Said with every measured mesh. */
export const MEASURE_ASSUMPTIONS = [
  'Numbers in the file are millimetres unless a unit was given.',
  'Wall thickness is met along inward normals at about 2,500 places spread evenly over the surface.',
  'Trapped liquid is for the pose asked for (default: as drawn, +z up), on a voxel grid.',
];
