from django.db import models


class Berth(models.Model):
    name = models.CharField(max_length=20)
    depth = models.FloatField()

    def __str__(self):
        return self.name
