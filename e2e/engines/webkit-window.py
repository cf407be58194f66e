#!/usr/bin/python3
"""A WebKitGTK window the size of a phone, steered by WebKitWebDriver: webkit-window.py WIDTH HEIGHT DOWNLOADS [what the driver adds]"""
import sys

import gi

gi.require_version("Gtk", "3.0")
gi.require_version("WebKit2", "4.1")
from gi.repository import Gtk, WebKit2  # noqa: E402

width, height, downloads = int(sys.argv[1]), int(sys.argv[2]), sys.argv[3]
context = WebKit2.WebContext.new_ephemeral()
context.set_automation_allowed(True)

window = Gtk.Window()
window.set_decorated(False)
window.set_default_size(width, height)
view = WebKit2.WebView(web_context=context, is_controlled_by_automation=True)
window.add(view)
window.show_all()
window.connect("destroy", Gtk.main_quit)


def on_automation(_context, session):
    about = WebKit2.ApplicationInfo()
    about.set_name("Window")
    session.set_application_info(about)
    session.connect("create-web-view", lambda _session: view)


def on_download(_context, download):
    download.connect("decide-destination", decide)


def decide(download, name):
    download.set_destination(f"file://{downloads}/{name}")
    return True


context.connect("automation-started", on_automation)
context.connect("download-started", on_download)
Gtk.main()
