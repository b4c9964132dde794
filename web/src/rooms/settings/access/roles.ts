import type { Role } from '../../../api/settings';

export const ROLES: Record<Role, string> = { READER: 'reader', ANALYST: 'analyst', KEEPER: 'admin' };
