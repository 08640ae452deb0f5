import type { Routes } from '@angular/router';

export const routes: Routes = [
  { path: '', title: 'Board', loadComponent: () => import('./features/board/board').then((m) => m.Board) },
  {
    path: 'jobs/:id',
    loadComponent: () => import('./features/job/job-shell').then((m) => m.JobShell),
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'brief' },
      {
        path: 'brief',
        title: 'Brief',
        loadComponent: () => import('./features/brief/brief').then((m) => m.BriefView),
      },
      {
        path: 'vehicle',
        title: 'Vehicle',
        loadComponent: () => import('./features/vehicle/vehicle').then((m) => m.VehicleView),
      },
      {
        path: 'look-over',
        title: 'Look-over',
        loadComponent: () => import('./features/look-over/look-over').then((m) => m.LookOverView),
      },
      {
        path: 'tape',
        title: 'Tape',
        loadComponent: () => import('./features/tape/tape').then((m) => m.TapeView),
      },
      {
        path: 'tyre',
        title: 'Tyre',
        loadComponent: () => import('./features/tire/tire').then((m) => m.TireView),
      },
      {
        path: 'rub',
        title: 'Rub map',
        loadComponent: () => import('./features/rub/rub').then((m) => m.RubView),
      },
      {
        path: 'match',
        title: 'Match',
        loadComponent: () => import('./features/match/plans').then((m) => m.PlansView),
      },
      {
        path: 'sources',
        title: 'Sources',
        loadComponent: () => import('./features/match/match').then((m) => m.MatchView),
      },
      {
        path: 'bench',
        title: 'Bench',
        loadComponent: () => import('./features/bench/bench').then((m) => m.BenchView),
      },
      {
        path: 'gearing',
        title: 'Gearing',
        loadComponent: () => import('./features/gearing/gearing').then((m) => m.GearingView),
      },
      {
        path: 'quote',
        title: 'Quote',
        loadComponent: () => import('./features/quote/quote').then((m) => m.QuoteView),
      },
      {
        path: 'plan',
        title: 'Plan',
        loadComponent: () => import('./features/plan/plan').then((m) => m.PlanView),
      },
      {
        path: 'boxes',
        title: 'Boxes',
        loadComponent: () => import('./features/plan/boxes').then((m) => m.BoxesView),
      },
      {
        path: 'papers',
        title: 'Papers',
        loadComponent: () => import('./features/plan/papers').then((m) => m.PapersView),
      },
      // as the place was called before, in addresses that were sent
      { path: 'sheet', redirectTo: 'plan' },
      {
        path: 'after',
        title: 'After',
        loadComponent: () => import('./features/after/after').then((m) => m.AfterView),
      },
      {
        path: 'history',
        title: 'History',
        loadComponent: () => import('./features/history/history').then((m) => m.HistoryView),
      },
    ],
  },
  {
    path: 'counter',
    title: 'Counter',
    loadComponent: () => import('./features/counter/counter').then((m) => m.CounterView),
  },
  {
    path: 'week',
    title: 'Week',
    loadComponent: () => import('./features/week/week').then((m) => m.WeekView),
  },
  {
    path: 'buyer',
    title: 'Buyer',
    loadComponent: () => import('./features/buyer/buyer').then((m) => m.BuyerView),
  },
  {
    path: 'shop/backups',
    title: 'Backups',
    loadComponent: () => import('./features/shop/backups-view').then((m) => m.BackupsView),
  },
  {
    path: 'shop/workshop',
    title: 'Workshop',
    loadComponent: () => import('./features/shop/workshop-view').then((m) => m.WorkshopView),
  },
  {
    path: 'shop/settings',
    title: 'Settings',
    loadComponent: () => import('./features/shop/settings-view').then((m) => m.SettingsView),
  },
  {
    path: 'shop/catalogue',
    title: 'Catalogue',
    loadComponent: () => import('./features/shop/catalogue-view').then((m) => m.CatalogueView),
  },
  {
    path: '**',
    title: 'Not here',
    loadComponent: () => import('./features/board/not-here').then((m) => m.NotHere),
  },
];
