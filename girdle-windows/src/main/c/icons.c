/*
 * Windows of Java's toolkit show Java's own icon if the program has not set another. They shall show
 * that of the program that was started.
 */
#include "starter.h"

enum { OWN_ICON = 1, PATIENCE = 200 };

static int is_of_toolkit(HWND window) {
  wchar_t name[32];
  return GetClassNameW(window, name, 32) &&
         (is_same(name, L"SunAwtFrame") || is_same(name, L"SunAwtDialog"));
}

static void set_icon(HWND window, WPARAM which, int width, int height) {
  HANDLE icon = LoadImageW(GetModuleHandleW(NULL), MAKEINTRESOURCEW(OWN_ICON), IMAGE_ICON,
                           GetSystemMetrics(width), GetSystemMetrics(height), LR_SHARED);
  DWORD_PTR before;
  if (icon) {
    SendMessageTimeoutW(window, WM_SETICON, which, (LPARAM)icon, SMTO_ABORTIFHUNG, PATIENCE, &before);
  }
}

/* A program that has set an icon keeps it: the handle of Java's own is the same for all who load it. */
static BOOL CALLBACK give_icon(HWND window, LPARAM unused) {
  (void)unused;
  DWORD process = 0;
  GetWindowThreadProcessId(window, &process);
  if (process != GetCurrentProcessId() || !is_of_toolkit(window)) return TRUE;
  HMODULE toolkit = GetModuleHandleW(L"awt.dll");
  HICON usual = toolkit ? LoadIconW(toolkit, L"AWT_ICON") : NULL;
  DWORD_PTR now = 0;
  SendMessageTimeoutW(window, WM_GETICON, ICON_BIG, 0, SMTO_ABORTIFHUNG, PATIENCE, &now);
  if (!now || (HICON)now == usual) {
    set_icon(window, ICON_BIG, SM_CXICON, SM_CYICON);
    set_icon(window, ICON_SMALL, SM_CXSMICON, SM_CYSMICON);
  }
  return TRUE;
}

static int is_due;

/* A window that is just made has not got its icon yet. */
static void CALLBACK on_event(HWINEVENTHOOK hook, DWORD event, HWND window, LONG object, LONG child,
                              DWORD thread, DWORD time) {
  (void)hook, (void)event, (void)thread, (void)time;
  if (object == OBJID_WINDOW && !child && is_of_toolkit(window)) is_due = 1;
}

void wait_and_give_icons(HANDLE thread) {
  if (FindResourceW(NULL, MAKEINTRESOURCEW(OWN_ICON), (LPCWSTR)RT_GROUP_ICON)) {
    SetWinEventHook(EVENT_OBJECT_CREATE, EVENT_OBJECT_SHOW, NULL, on_event, GetCurrentProcessId(), 0,
                    WINEVENT_OUTOFCONTEXT);
  }
  for (;;) {
    DWORD limit = is_due ? PATIENCE : INFINITE;
    DWORD what = MsgWaitForMultipleObjects(1, &thread, FALSE, limit, QS_ALLINPUT);
    if (what == WAIT_OBJECT_0 || what == WAIT_FAILED) return;
    if (what == WAIT_TIMEOUT) {
      is_due = 0;
      EnumWindows(give_icon, 0);
    }
    MSG message;
    while (PeekMessageW(&message, NULL, 0, 0, PM_REMOVE)) DispatchMessageW(&message);
  }
}
