export * from './service';
export * from './service-cautions';
