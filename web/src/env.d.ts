/// <reference types="vite/client" />
declare module '*.css'
declare module 'vuetify/styles'
