using System.Diagnostics;
using System.Text;
using System.Text.Json;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using Xunit;

namespace EarthyTuft.Web.Tests.Live;

/// <summary>What other people's screens hear of: after the commit, within a second, and nothing of what was not stored.</summary>
public class NewsTests(House house) : IClassFixture<House>
{
    private sealed class Ear : IDisposable
    {
        private readonly CancellationTokenSource stop = new(TimeSpan.FromSeconds(60));
        private readonly List<string> heard = [];
        private readonly List<(string What, string? By)> told = [];

        public Ear(Person person) => Listening = Listen(person);

        private Task Listening { get; }

        private async Task Listen(Person person)
        {
            using var stream = await person.Http.GetAsync("/api/live", HttpCompletionOption.ResponseHeadersRead, stop.Token);
            using var reader = new StreamReader(await stream.Content.ReadAsStreamAsync(stop.Token));
            while (await reader.ReadLineAsync(stop.Token) is { } line)
            {
                if (line.StartsWith("event: ", StringComparison.Ordinal))
                {
                    lock (heard)
                    {
                        heard.Add(line["event: ".Length..]);
                    }
                }
                else if (line.StartsWith("data: ", StringComparison.Ordinal))
                {
                    var item = JsonDocument.Parse(line["data: ".Length..]).RootElement;
                    lock (heard)
                    {
                        told.Add((item.GetProperty("what").GetString()!, item.TryGetProperty("by", out var by) ? by.GetString() : null));
                    }
                }
            }
        }

        public string? LastBy(string what)
        {
            lock (heard)
            {
                return told.Last(t => t.What == what).By;
            }
        }

        public int Count(string what)
        {
            lock (heard)
            {
                return heard.Count(h => h == what);
            }
        }

        /// <summary>Until one more is heard than there were; how long it took.</summary>
        public async Task<TimeSpan> More(string what, int than)
        {
            var start = Stopwatch.GetTimestamp();
            while (Count(what) <= than && Stopwatch.GetElapsedTime(start) < TimeSpan.FromSeconds(10))
            {
                await Task.Delay(5, TestContext.Current.CancellationToken);
            }

            Assert.True(Count(what) > than, $"Nothing more was heard of {what}.");
            return Stopwatch.GetElapsedTime(start);
        }

        /// <summary>Lets what was under way arrive, so that what follows is heard by itself.</summary>
        public async Task Settle()
        {
            await More("clock", 0);
            var before = -1;
            while (before != heard.Count)
            {
                before = heard.Count;
                await Task.Delay(500, TestContext.Current.CancellationToken);
            }
        }

        public void Dispose() => stop.Cancel();
    }

    private async Task<(Person Ada, Ear Ben)> Two()
    {
        var ada = await house.Register();
        var code = (await ada.Post("/api/workshop/invitations", new { role = "preparer" })).Expect(200).GetProperty("code").GetString();
        var ear = new Ear(await house.Register("Ben", code));
        await ear.Settle();
        return (ada, ear);
    }

    [Fact]
    public async Task News_name_the_one_screen_whose_doing_it_was()
    {
        var (ada, ear) = await Two();
        using var ben = ear;
        var screen = Guid.NewGuid().ToString();
        ada.Http.DefaultRequestHeaders.Add("X-Screen", screen);
        var before = ben.Count("log");
        await ada.TakeIn(new { mass = "500" });
        await ben.More("log", before);
        await ben.Settle();
        Assert.Equal(screen, ben.LastBy("log"));
        ada.Http.DefaultRequestHeaders.Remove("X-Screen");
        before = ben.Count("log");
        await ada.TakeIn(new { mass = "500" });
        await ben.More("log", before);
        await ben.Settle();
        Assert.Null(ben.LastBy("log"));
    }

    [Fact]
    public async Task An_entry_is_heard_of_within_a_second_whatever_the_way_in()
    {
        var (ada, ben) = await Two();
        using (ben)
        {
            async Task Heard(Func<Task> act, string what = "log")
            {
                await ben.Settle();
                var before = ben.Count(what);
                await act();
                Assert.InRange(await ben.More(what, before), TimeSpan.Zero, TimeSpan.FromSeconds(1));
            }

            Guid fleece = default,
                skirted = default;
            await Heard(async () => fleece = (await ada.TakeIn(new { mass = "1500", breed = "Gotland" })).Id);
            await Heard(async () => skirted = (await ada.Log(Requests.Skirt(fleece, "1400", ("skirtings", "98")))).Id);
            await Heard(async () => (await ada.Post($"/api/lots/{skirted}/locks", new { place = "shoulder", length = "110" })).Expect(200));
            await Heard(async () => (await ada.Send(HttpMethod.Patch, $"/api/lots/{skirted}/facts", new { colour = "grey" })).Expect(204));
            await Heard(async () =>
                (
                    await ada.Post(
                        "/api/weigh-log/import",
                        new StringContent(
                            "entry,line,step,done_at,who,flow,lot,form,amount,mass_g\n1,1,take-in,2026-02-19T09:00:00Z,Ilse,out,B-07,raw,weighed,3180\n",
                            new System.Net.Http.Headers.MediaTypeHeaderValue("text/csv", "utf-8")
                        )
                    )
                ).Expect(200)
            );
            await Heard(async () => (await ada.Post("/api/scouring/tubs", new { name = "zinc tub", litres = "60" })).Expect(200), "tools");
        }
    }

    [Fact]
    public async Task What_was_refused_or_only_looked_at_is_not_heard_of()
    {
        var (ada, ben) = await Two();
        using (ben)
        {
            var (fleece, _) = await ada.TakeIn(new { mass = "1500" });
            await ben.More("log", 0);
            await ben.Settle();
            var before = ben.Count("log");
            (await ada.Post("/api/entries", Requests.Skirt(fleece, "nothing"))).Refused();
            (await ada.Post("/api/entries/weigh-up", Requests.Skirt(fleece, "1400"))).Expect(200);
            (await ada.Post("/api/weigh-log/check", new StringContent("entry,line,step,done_at,flow,amount\n", Encoding.UTF8))).Refused();
            await ada.Get("/api/course");
            await ben.Settle();
            Assert.Equal(before, ben.Count("log"));
        }
    }

    [Fact]
    public async Task Many_entries_in_a_short_while_are_few_pieces_of_news_and_the_last_is_told()
    {
        var (ada, ben) = await Two();
        using (ben)
        {
            var before = ben.Count("log");
            var start = Stopwatch.GetTimestamp();
            for (var i = 0; i < 60; i++)
            {
                await ada.TakeIn(new { mass = "900" });
            }

            var took = Stopwatch.GetElapsedTime(start);
            var atTheEnd = ben.Count("log");
            await ben.Settle();
            Assert.InRange(ben.Count("log") - before, 1, (took.TotalMilliseconds / 80) + 2);
            Assert.True(ben.Count("log") >= atTheEnd);
        }
    }

    [Fact]
    public async Task A_change_counts_once_where_it_was_made_though_its_news_comes_back_and_once_in_another_process()
    {
        await using var other = House.Start(house.Connection);
        var (ada, ben) = await Two();
        using (ben)
        {
            var elsewhere = new Ear(ada.Copy(other));
            await elsewhere.Settle();
            var workshop = (await ada.Get("/api/session")).GetProperty("workshop").GetProperty("id").GetGuid();
            long Revision(WebApplicationFactory<Program> process) =>
                process.Services.GetRequiredService<WorkshopRevisions>().Of(workshop, News.Log);
            var (here, there, heard) = (Revision(house.Factory), Revision(other), elsewhere.Count("log"));
            await ada.TakeIn(new { mass = "900" });
            var committed = Revision(house.Factory);
            Assert.True(committed > here, "The change was not counted when it was committed.");
            await elsewhere.More("log", heard);
            await elsewhere.Settle();
            Assert.Equal(committed, Revision(house.Factory));
            Assert.True(Revision(other) > there, "The other process did not count the news.");
            elsewhere.Dispose();
        }
    }

    [Fact]
    public async Task Another_workshop_hears_nothing()
    {
        var (_, ben) = await Two();
        using (ben)
        {
            var before = ben.Count("log");
            await (await house.Register("Cleo")).TakeIn(new { mass = "900" });
            await ben.Settle();
            Assert.Equal(before, ben.Count("log"));
        }
    }
}
