export { AcrossAxis, ChartFrame, STILL, UpAxis } from './ChartFrame.tsx';
