import { createBrowserRouter } from 'react-router';
import { importWhenOnline } from './importWhenOnline.ts';
import { Lost } from './Lost.tsx';
import { Shell } from './Shell.tsx';

/** Each screen is its own chunk: signing in loads no more than signing in needs. */
export const router = createBrowserRouter([
  {
    path: '/sign-in',
    lazy: async () => ({
      Component: (await importWhenOnline(() => import('../screens/signIn/SignIn.tsx'))).SignIn,
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
          Component: (await importWhenOnline(() => import('../screens/today/Today.tsx'))).Today,
        }),
      },
      {
        path: 'dogs',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/dogs/Dogs.tsx'))).Dogs,
        }),
      },
      {
        path: 'dogs/new',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/dogs/DogCard.tsx'))).NewDog,
        }),
      },
      {
        path: 'dogs/:id',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/dogs/DogCard.tsx'))).DogCard,
        }),
      },
      {
        path: 'drawer',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/drawer/Drawer.tsx'))).Drawer,
        }),
      },
      {
        path: 'visits/:id/draft',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/draft/Draft.tsx'))).Draft,
        }),
      },
      {
        path: 'visits/:id/sheet',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/sheet/Sheet.tsx'))).Sheet,
        }),
      },
      {
        path: 'visits/:id/bath',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/bath/Bath.tsx'))).Bath,
        }),
      },
      {
        path: 'visits/:id/order',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/order/Order.tsx'))).Order,
        }),
      },
      {
        path: 'visits/:id/table',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/table/Table.tsx'))).TableScreen,
        }),
      },
      {
        path: 'visits/:id/hands',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/hands/HandsOn.tsx'))).HandsOn,
        }),
      },
      {
        path: 'visits/:id/choices',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/choices/Choices.tsx'))).ChoicesScreen,
        }),
      },
      {
        path: 'visits/:id/consents/:consentId',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/choices/SignedConsent.tsx')))
            .SignedConsent,
        }),
      },
      {
        path: 'salon',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/salon/SalonRules.tsx'))).SalonScreen,
        }),
      },
      {
        path: 'people',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/people/People.tsx'))).People,
        }),
      },
      {
        path: 'me',
        lazy: async () => ({
          Component: (await importWhenOnline(() => import('../screens/people/Me.tsx'))).Me,
        }),
      },
      { path: '*', Component: Lost },
    ],
  },
]);
