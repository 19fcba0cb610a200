export { DeviceList } from './DeviceList.tsx';
export { DevicePanel } from './DevicePanel.tsx';
export { DevicesAt } from './DevicesAt.tsx';
