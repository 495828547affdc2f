import type { BottleFacts, Measure, ShelfBottle, TakenMeasure, Tool, ToolFacts } from '@kurrel/contract';
import { api, ifMatch } from './ask.ts';

/** Tools in the drawer and bottles on the shelf. */
export const drawerApi = api.injectEndpoints({
  endpoints: (build) => ({
    drawer: build.query<readonly Tool[], void>({ query: () => 'drawer', providesTags: ['Drawer'] }),
    addTool: build.mutation<Tool, ToolFacts>({
      query: (body) => ({ url: 'drawer', method: 'POST', body }),
      invalidatesTags: ['Drawer'],
    }),
    saveTool: build.mutation<Tool, { id: string; version: number; facts: ToolFacts }>({
      query: ({ id, version, facts }) => ({
        url: `drawer/${id}`,
        method: 'PUT',
        body: facts,
        headers: ifMatch(version),
      }),
      invalidatesTags: ['Drawer'],
    }),
    removeTool: build.mutation<void, string>({
      query: (id) => ({ url: `drawer/${id}/remove`, method: 'POST' }),
      invalidatesTags: ['Drawer'],
    }),
    restoreTool: build.mutation<void, string>({
      query: (id) => ({ url: `drawer/${id}/restore`, method: 'POST' }),
      invalidatesTags: ['Drawer'],
    }),
    measureTool: build.mutation<Tool, { id: string; measure: Measure }>({
      query: ({ id, measure }) => ({ url: `drawer/${id}/measures`, method: 'POST', body: measure }),
      invalidatesTags: ['Drawer'],
    }),
    toolMeasures: build.query<readonly TakenMeasure[], string>({
      query: (id) => `drawer/${id}/measures`,
      providesTags: ['Drawer'],
    }),
    dropMeasure: build.mutation<Tool, { id: string; measureId: string }>({
      query: ({ id, measureId }) => ({ url: `drawer/${id}/measures/${measureId}`, method: 'DELETE' }),
      invalidatesTags: ['Drawer', 'Visit'],
    }),
    shelf: build.query<readonly ShelfBottle[], void>({ query: () => 'shelf', providesTags: ['Shelf'] }),
    addBottle: build.mutation<ShelfBottle, BottleFacts>({
      query: (body) => ({ url: 'shelf', method: 'POST', body }),
      invalidatesTags: ['Shelf', 'Visit'],
    }),
    saveBottle: build.mutation<ShelfBottle, { id: string; version: number; facts: BottleFacts }>({
      query: ({ id, version, facts }) => ({
        url: `shelf/${id}`,
        method: 'PUT',
        body: facts,
        headers: ifMatch(version),
      }),
      invalidatesTags: ['Shelf', 'Visit'],
    }),
    removeBottle: build.mutation<void, string>({
      query: (id) => ({ url: `shelf/${id}/remove`, method: 'POST' }),
      invalidatesTags: ['Shelf', 'Visit'],
    }),
    restoreBottle: build.mutation<void, string>({
      query: (id) => ({ url: `shelf/${id}/restore`, method: 'POST' }),
      invalidatesTags: ['Shelf', 'Visit'],
    }),
  }),
});

export const {
  useDrawerQuery,
  useAddToolMutation,
  useSaveToolMutation,
  useRemoveToolMutation,
  useRestoreToolMutation,
  useMeasureToolMutation,
  useToolMeasuresQuery,
  useDropMeasureMutation,
  useShelfQuery,
  useAddBottleMutation,
  useSaveBottleMutation,
  useRemoveBottleMutation,
  useRestoreBottleMutation,
} = drawerApi;
