import type { LaunchOptions } from '@playwright/test';

export const launchOptions: LaunchOptions;
