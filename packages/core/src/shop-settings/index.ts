export { readShopSettings, SETTINGS_FIELDS, type ShopSettings } from './shop-settings.ts';
