export { DeviceList } from './DeviceList.tsx';
export { DevicePanel } from './DevicePanel.tsx';
