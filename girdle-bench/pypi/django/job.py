import os

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "site_.settings")
import django

django.setup()
from django.core.management import call_command

call_command("migrate", verbosity=0)
call_command("check")
from django.contrib.auth.models import User
from django.test import Client

from berths.models import Berth

Berth.objects.create(name="north", depth=7.5)
User.objects.create_superuser("harbour", "harbour@ternhaven.example", "only for a trial")
client = Client()
client.login(username="harbour", password="only for a trial")
for path in ("/admin/", "/admin/berths/berth/", "/admin/berths/berth/1/change/"):
    answer = client.get(path)
    print(path, answer.status_code, b"north" in answer.content, "Ändern" in answer.content.decode())
