export { AcrossAxis, ChartFrame, Diamonds, STILL, UpAxis } from './ChartFrame.tsx';
