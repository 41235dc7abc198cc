export { OrderPlanning } from './order-planning';
export { orderPicture, type ClosedStretch, type OrderPicture, type OrderPictureQuestion } from './order-picture';
export { PurgePlanning, type PulledPlace } from './purge-planning';
export { PurgeWait } from './purge-wait';
export { SettingsPlanning, type SettingLine } from './settings-planning';
export { placeWords } from './seam-places';
export { OrderRound } from './order-round';
export { OxygenCurve } from './oxygen-curve';
export { PurgeClockView } from './purge-clock';
