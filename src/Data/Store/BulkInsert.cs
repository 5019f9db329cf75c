using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Npgsql;

namespace EarthyTuft.Data.Store;

/// <summary>Stores many new rows at once by PostgreSQL's COPY, mapped as the model maps them: an imported log of years is tens of thousands of rows.</summary>
public static class BulkInsert
{
    /// <summary>Stores rows within the caller's transaction. They must be the scope's own, and are not tracked afterwards.</summary>
    public static async Task CopyIn<T>(this EarthyTuftDb db, IReadOnlyList<T> rows, CancellationToken cancellationToken)
        where T : class, IWorkshopOwned
    {
        if (rows.Count == 0)
        {
            return;
        }

        var type = db.Model.FindEntityType(typeof(T))!;
        var table = StoreObjectIdentifier.Table(type.GetTableName()!, type.GetSchema());
        // xmin and the like are the server's.
        var columns = type.GetProperties().Where(p => !p.IsShadowProperty() && p.ValueGenerated != ValueGenerated.OnAddOrUpdate).Select(p => new Column(p, p.GetColumnName(table)!)).ToArray();
        var connection = (NpgsqlConnection)db.Database.GetDbConnection();
        await using var copy = await connection.BeginBinaryImportAsync($"copy {table.Name} ({string.Join(", ", columns.Select(c => c.Name))}) from stdin (format binary)", cancellationToken);
        foreach (var row in rows)
        {
            row.WorkshopId = row.WorkshopId == Guid.Empty ? db.Workshop : row.WorkshopId == db.Workshop ? row.WorkshopId : throw new InvalidOperationException($"A {typeof(T).Name} of another workshop cannot be written from here.");
            await copy.StartRowAsync(cancellationToken);
            foreach (var column in columns)
            {
                if (column.Value(row) is { } value)
                {
                    await copy.WriteAsync(value, column.StoreType, cancellationToken);
                }
                else
                {
                    await copy.WriteNullAsync(cancellationToken);
                }
            }
        }

        await copy.CompleteAsync(cancellationToken);
        db.Changed<T>();
    }

    private sealed class Column(IProperty property, string name)
    {
        private readonly IClrPropertyGetter getter = property.GetGetter();
        private readonly Func<object?, object?> convert = property.GetTypeMapping().Converter is { } converter ? converter.ConvertToProvider : value => value;

        public string Name => name;

        public string StoreType { get; } = property.GetRelationalTypeMapping().StoreTypeNameBase;

        public object? Value(object row) => convert(getter.GetClrValue(row));
    }
}
