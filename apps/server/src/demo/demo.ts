export const DEMO_EMAIL = 'mara@tidewater.example';
export const DEMO_NAME = 'Mara';
