import { TRAY_NAMES } from '@umber/contract/trays';
import type { Tray } from '@umber/core/documents';
import type { Routes } from '@angular/router';
import { signedInGuard } from './people/session.guard';

export const routes: Routes = [
  { path: 'sign-in', title: 'Sign in · Umber Tray', loadComponent: () => import('./people/sign-in').then((m) => m.SignIn) },
  {
    path: '',
    canActivate: [signedInGuard],
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'tray/check' },
      {
        path: 'tray/:tray',
        title: ({ params }) => `${TRAY_NAMES[params.tray as Tray] ?? 'Trays'} · Umber Tray`,
        loadComponent: () => import('./trays/tray-page').then((m) => m.TrayPage),
      },
      {
        path: 'document/:id',
        title: 'Document · Umber Tray',
        loadComponent: () => import('./documents/document-page').then((m) => m.DocumentPage),
      },
      {
        path: 'document/:id/data',
        title: 'Electronic invoice · Umber Tray',
        loadComponent: () => import('./e-invoices/e-invoice-page').then((m) => m.EInvoicePage),
      },
      { path: 'sweep', title: 'Sweep · Umber Tray', loadComponent: () => import('./sweeping/sweep-page').then((m) => m.SweepPage) },
      { path: 'file/:id', title: 'Pages · Umber Tray', loadComponent: () => import('./separating/file-page').then((m) => m.FilePage) },
      { path: 'alike/:id', title: 'Alike · Umber Tray', loadComponent: () => import('./sorting/alike-page').then((m) => m.AlikePage) },
      {
        path: 'coding-rules',
        title: 'Rules of coding · Umber Tray',
        loadComponent: () => import('./coding/coding-rules-page').then((m) => m.CodingRulesPage),
      },
      {
        path: 'tables',
        title: 'Tables in and out · Umber Tray',
        loadComponent: () => import('./importing/tables-page').then((m) => m.TablesPage),
      },
      {
        path: 'exports',
        title: 'Exports · Umber Tray',
        loadComponent: () => import('./exports/exports-page').then((m) => m.ExportsPage),
      },
      { path: 'archive', title: 'Archive · Umber Tray', loadComponent: () => import('./archive/archive-page').then((m) => m.ArchivePage) },
      {
        path: 'archive/list/:id',
        title: 'List · Umber Tray',
        loadComponent: () => import('./archive/handed-list-page').then((m) => m.HandedListPage),
      },
      {
        path: 'retention',
        title: 'Retention · Umber Tray',
        loadComponent: () => import('./retention/retention-page').then((m) => m.RetentionPage),
      },
      {
        path: 'questions',
        title: 'Questions · Umber Tray',
        loadComponent: () => import('./asking/questions-page').then((m) => m.QuestionsPage),
      },
      { path: 'questions/:id', redirectTo: 'questions' },
      { path: 'sources', title: 'Sources · Umber Tray', loadComponent: () => import('./intake/sources-page').then((m) => m.SourcesPage) },
      {
        path: 'settings-trail',
        title: 'Settings and sign-ins · Umber Tray',
        loadComponent: () => import('./audit/audit-page').then((m) => m.AuditPage),
      },
      { path: 'ledger', title: 'Ledger · Umber Tray', loadComponent: () => import('./ledger/ledger-page').then((m) => m.LedgerPage) },
      {
        path: 'suppliers',
        title: 'Suppliers · Umber Tray',
        loadComponent: () => import('./suppliers/suppliers-page').then((m) => m.SuppliersPage),
      },
      {
        path: 'suppliers/:id',
        title: 'Supplier · Umber Tray',
        loadComponent: () => import('./suppliers/supplier-page').then((m) => m.SupplierPage),
      },
      {
        path: 'habits',
        title: 'Habits · Umber Tray',
        loadComponent: () => import('./habits/habit-owners-page').then((m) => m.HabitOwnersPage),
      },
      { path: 'habits/:id', title: 'Habits · Umber Tray', loadComponent: () => import('./habits/habits-page').then((m) => m.HabitsPage) },
      {
        path: 'fields',
        title: 'Fields of your own · Umber Tray',
        loadComponent: () => import('./own-fields/own-fields-page').then((m) => m.OwnFieldsPage),
      },
      { path: 'orders', title: 'Orders · Umber Tray', loadComponent: () => import('./orders/orders-page').then((m) => m.OrdersPage) },
      {
        path: 'orders/new',
        title: 'Enter an order · Umber Tray',
        loadComponent: () => import('./orders/order-form').then((m) => m.OrderForm),
      },
      { path: 'orders/:id', title: 'Order · Umber Tray', loadComponent: () => import('./orders/order-page').then((m) => m.OrderPage) },
      {
        path: 'orders/:id/change',
        title: 'Change an order · Umber Tray',
        loadComponent: () => import('./orders/order-form').then((m) => m.OrderForm),
      },
    ],
  },
  { path: '**', redirectTo: '' },
];
