using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Npgsql;

namespace EarthyTuft.Data.Store;

/// <summary>
/// Stores many new rows at once by PostgreSQL's COPY, mapped as the model maps them: an imported log of years is tens of thousands of rows.
/// A table with row-level security takes no COPY, so they go into a temporary table first and from there, checked by the policy, to their
/// own.
/// </summary>
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
        var columns = type.GetProperties()
            .Where(p => !p.IsShadowProperty() && p.ValueGenerated != ValueGenerated.OnAddOrUpdate)
            .Select(p => new Column(p, p.GetColumnName(table)!))
            .ToArray();
        var names = string.Join(", ", columns.Select(c => c.Name));
        var connection = await db.OpenInScope(cancellationToken);
        await Run(connection, $"create temporary table incoming_{table.Name} (like {table.Name}) on commit drop", cancellationToken);
        await using (
            var copy = await connection.BeginBinaryImportAsync(
                $"copy incoming_{table.Name} ({names}) from stdin (format binary)",
                cancellationToken
            )
        )
        {
            await Write(db, copy, rows, columns, cancellationToken);
        }

        await Run(
            connection,
            $"insert into {table.Name} ({names}) select {names} from incoming_{table.Name}; drop table incoming_{table.Name}",
            cancellationToken
        );
        await db.Database.CloseConnectionAsync();
        db.Changed<T>();
    }

    private static async Task Run(NpgsqlConnection connection, string sql, CancellationToken cancellationToken)
    {
        await using var command = new NpgsqlCommand(sql, connection);
        await command.ExecuteNonQueryAsync(cancellationToken);
    }

    private static async Task Write<T>(
        EarthyTuftDb db,
        NpgsqlBinaryImporter copy,
        IReadOnlyList<T> rows,
        Column[] columns,
        CancellationToken cancellationToken
    )
        where T : class, IWorkshopOwned
    {
        foreach (var row in rows)
        {
            row.WorkshopId =
                row.WorkshopId == Guid.Empty ? db.Workshop
                : row.WorkshopId == db.Workshop ? row.WorkshopId
                : throw new InvalidOperationException($"A {typeof(T).Name} of another workshop cannot be written from here.");
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
    }

    private sealed class Column(IProperty property, string name)
    {
        private readonly IClrPropertyGetter getter = property.GetGetter();
        private readonly Func<object?, object?> convert = property.GetTypeMapping().Converter is { } converter
            ? converter.ConvertToProvider
            : value => value;

        public string Name => name;

        public string StoreType { get; } = property.GetRelationalTypeMapping().StoreTypeNameBase;

        public object? Value(object row) => convert(getter.GetClrValue(row));
    }
}
