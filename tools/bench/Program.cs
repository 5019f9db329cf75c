using EarthyTuft.Bench;

// Bench ADDRESS CONNECTION NAME...: each name prints one line `figure NAME VALUE AIM`.
var (address, connection, names) = (new Uri(args[0]), args[1], args[2..]);
foreach (var name in names)
{
    if (name == "instrument-abuse")
    {
        var (ratio, growth) = await InstrumentAbuse.Measure(
            address,
            int.Parse(Environment.GetEnvironmentVariable("WEB_PID")!, System.Globalization.CultureInfo.InvariantCulture)
        );
        Console.WriteLine(FormattableString.Invariant($"figure instrument-abuse-p95-ratio {ratio:0.00} 1.5"));
        Console.WriteLine(FormattableString.Invariant($"figure instrument-abuse-growth-mb {growth:0.0} 20"));
        continue;
    }

    if (name == "web-process-mb")
    {
        await BusyShop.Measure(address, connection);
        Console.WriteLine(FormattableString.Invariant($"figure {name} {await WebProcess.MegabytesAtRest():0} 500"));
        continue;
    }

    if (name == "busy-shop")
    {
        foreach (var (figure, measured, bound) in await BusyShop.Measure(address, connection))
        {
            Console.WriteLine(FormattableString.Invariant($"figure {figure} {measured:0.0} {bound}"));
        }

        continue;
    }

    var (value, aim) = name switch
    {
        "log-entries-vs-insert" => (await LogEntries.Measure(address, connection), 4.0),
        "lot-page-2000-p95-ms" => (await LargeFamily.PageP95(address, connection), 150.0),
        "lot-page-2000-changed-p95-ms" => (await LargeFamily.ChangedPageP95(address, connection), 200.0),
        "lot-page-kb" => (await LargeFamily.PageKilobytes(address, connection), 120.0),
        "worst-picture-ms" => (await WorstPicture.Milliseconds(address), 2000.0),
        "demo-seconds" => (await DemoWorkshop.Measure(address), 1.0),
        "import-40000-seconds" => (await WeighLogImport.Seconds(address), 4.0),
        "import-bad-answer-kb" => (await WeighLogImport.BadKilobytes(address), 200.0),
        "reconcile-2000-ms" => (LargeFamily.Reconcile(), 100.0),
        "layers-200x6-ms" => (LayerPasses.Milliseconds(), 50.0),
        "lot-page-vs-sql" => (await LotPage.Measure(address, connection), 2.0),
        _ => throw new ArgumentException($"There is no figure called {name}."),
    };
    Console.WriteLine(FormattableString.Invariant($"figure {name} {value:0.00} {aim}"));
}
