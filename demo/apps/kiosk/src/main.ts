import { createApp } from 'vue';
import Kiosk from './kiosk.vue';

createApp(Kiosk).mount('#app');
