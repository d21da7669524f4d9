"""The process that works the queue off."""

from __future__ import annotations

import asyncio

from procrastinate import App
from procrastinate.contrib.django import app as queue
from procrastinate.contrib.django.django_connector import DjangoConnector

from jobs.tasks import put_in_queue_again

#: A worker gives a sign of life so often [s]; one that gave none for so long is dead, and its jobs go to
#: another.
SIGN_S, DEAD_S = 2.0, 6.0
#: How often one looks for jobs that a dead one left [s].
_LOOK_S = 1.0


async def _take_over(app: App) -> None:
    """Put back into the queue what a worker left that was killed."""
    while True:
        for job in await app.job_manager.get_stalled_jobs(seconds_since_heartbeat=DEAD_S):
            await app.job_manager.retry_job(job)
        await asyncio.sleep(_LOOK_S)


async def _work(app: App, wait: bool, signals: bool) -> None:
    async with app.open_async():
        rescue = asyncio.create_task(_take_over(app))
        # What is done by the clock within a moment does not wait behind long work.
        quick = asyncio.create_task(_serve(app, wait, False, "quick"))
        try:
            await _serve(app, wait, signals, "jobs")
            if not wait:
                await quick
        finally:
            rescue.cancel()
            quick.cancel()
            await asyncio.gather(rescue, quick, return_exceptions=True)


async def _serve(app: App, wait: bool, signals: bool, queue: str) -> None:
    await app.run_worker_async(
        queues=[queue],
        name=queue,
        wait=wait,
        install_signal_handlers=signals,
        update_heartbeat_interval=SIGN_S,
        stalled_worker_timeout=DEAD_S,
        delete_jobs="successful",
    )


def work(wait: bool = True, signals: bool = True) -> None:
    """Work the queue off.

    Args:
        wait: whether to go on until one is ended; otherwise until the queue is empty.
        signals: whether SIGTERM and SIGINT end it after the job at which it is.
    """
    connector = queue.connector
    if not isinstance(connector, DjangoConnector):
        raise TypeError(type(connector))
    put_in_queue_again()
    with queue.replace_connector(connector.get_worker_connector()) as app:
        asyncio.run(_work(app, wait, signals))
