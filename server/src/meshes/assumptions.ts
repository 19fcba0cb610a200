/** Said with every measured mesh. */
export const MEASURE_ASSUMPTIONS = [
  'Numbers in the file are in the unit it states (3MF), else millimetres, unless a unit was given.',
  'Wall thickness is met along inward normals at about 2,500 places spread evenly over the surface.',
  'Trapped liquid is for the pose asked for (default: as drawn, +z up), on a voxel grid; openings narrower than two voxels are not seen.',
  'Pockets are hollows that a ball of ten voxels, at most 5 mm, cannot touch from outside; corners and shallow grooves are left out.',
  'Supports are recognised only as shells of their own: named so by the file, or standing on the plate below a lifted part.',
];
