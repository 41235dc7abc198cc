export * from './acceptance-profiles';
