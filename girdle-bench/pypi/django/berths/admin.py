from django.contrib import admin

from .models import Berth

admin.site.register(Berth)
