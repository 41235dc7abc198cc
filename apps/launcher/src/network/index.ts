export { givenCertificate, ownCertificate, type CertificateFiles } from './certificate-files';
export { machineNames, type MachineNames } from './machine-names';
