export * from './ChainMark.tsx';
export * from './Fuse.tsx';
export * from './LoadLadder.tsx';
export * from './LookPicture.tsx';
export * from './Ribbon.tsx';
export * from './Tag.tsx';
export * from './Tube.tsx';
export * from './WindowBar.tsx';
