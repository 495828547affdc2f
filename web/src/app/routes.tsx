import { createBrowserRouter } from 'react-router';
import { eventually } from './eventually.ts';
import { Lost } from './Lost.tsx';
import { Shell } from './Shell.tsx';

/** Each screen is its own chunk: signing in loads no more than signing in needs. */
export const router = createBrowserRouter([
  {
    path: '/sign-in',
    lazy: async () => ({
      Component: (await eventually(() => import('../screens/signIn/SignIn.tsx'))).SignIn,
    }),
    HydrateFallback: () => null,
  },
  {
    path: '/',
    Component: Shell,
    ErrorBoundary: Lost,
    HydrateFallback: () => null,
    children: [
      {
        index: true,
        lazy: async () => ({
          Component: (await eventually(() => import('../screens/today/Today.tsx'))).Today,
        }),
      },
      {
        path: 'dogs',
        lazy: async () => ({ Component: (await eventually(() => import('../screens/dogs/Dogs.tsx'))).Dogs }),
      },
      {
        path: 'dogs/new',
        lazy: async () => ({
          Component: (await eventually(() => import('../screens/dogs/DogCard.tsx'))).NewDog,
        }),
      },
      {
        path: 'dogs/:id',
        lazy: async () => ({
          Component: (await eventually(() => import('../screens/dogs/DogCard.tsx'))).DogCard,
        }),
      },
      {
        path: 'drawer',
        lazy: async () => ({
          Component: (await eventually(() => import('../screens/drawer/Drawer.tsx'))).Drawer,
        }),
      },
      {
        path: 'visits/:id/draft',
        lazy: async () => ({
          Component: (await eventually(() => import('../screens/draft/Draft.tsx'))).Draft,
        }),
      },
      {
        path: 'visits/:id/sheet',
        lazy: async () => ({
          Component: (await eventually(() => import('../screens/sheet/Sheet.tsx'))).Sheet,
        }),
      },
      {
        path: 'visits/:id/bath',
        lazy: async () => ({
          Component: (await eventually(() => import('../screens/bath/Bath.tsx'))).Bath,
        }),
      },
      {
        path: 'visits/:id/order',
        lazy: async () => ({
          Component: (await eventually(() => import('../screens/order/Order.tsx'))).Order,
        }),
      },
      {
        path: 'visits/:id/table',
        lazy: async () => ({
          Component: (await eventually(() => import('../screens/table/Table.tsx'))).TableScreen,
        }),
      },
      {
        path: 'visits/:id/hands',
        lazy: async () => ({
          Component: (await eventually(() => import('../screens/hands/HandsOn.tsx'))).HandsOn,
        }),
      },
      {
        path: 'visits/:id/choices',
        lazy: async () => ({
          Component: (await eventually(() => import('../screens/choices/Choices.tsx'))).ChoicesScreen,
        }),
      },
      {
        path: 'visits/:id/consents/:consentId',
        lazy: async () => ({
          Component: (await eventually(() => import('../screens/choices/SignedConsent.tsx'))).SignedConsent,
        }),
      },
      {
        path: 'salon',
        lazy: async () => ({
          Component: (await eventually(() => import('../screens/salon/SalonRules.tsx'))).SalonScreen,
        }),
      },
      {
        path: 'people',
        lazy: async () => ({
          Component: (await eventually(() => import('../screens/people/People.tsx'))).People,
        }),
      },
      {
        path: 'me',
        lazy: async () => ({ Component: (await eventually(() => import('../screens/people/Me.tsx'))).Me }),
      },
      { path: '*', Component: Lost },
    ],
  },
]);
