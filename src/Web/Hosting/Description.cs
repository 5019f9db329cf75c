using System.Text.Json;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace EarthyTuft.Web.Hosting;

/// <summary>Who may use an address, as the API's description tells it.</summary>
/// <param name="SignedIn">A person who is signed in.</param>
/// <param name="Token">With the safety token, for it changes something.</param>
public sealed record Access(bool SignedIn, bool Token);

/// <summary>A tag by which addresses are grouped in the API's description.</summary>
public sealed record ApiTag(string Name, string Description);

/// <summary>The API's description, such that others can make clients from it: every operation has a name, a summary, its answers and who
/// may use it.</summary>
public static class Description
{
    private const string Cookie = "session";
    private const string Token = "token";

    private static readonly ApiTag[] Tags =
    [
        new("session", "Signing in and out, registering, the demo."),
        new("course", "The workshop at this moment, its stations and cautions."),
        new("taking in", "Fleeces that come in."),
        new("animals", "Animals with their clips."),
        new("lots", "Lots with their course, and finding them."),
        new("stock", "Fibre that leaves, is counted anew or is kept for a project."),
        new("ledger", "Steps with their weights, corrections, drafts and voiding."),
        new("assessing", "Locks and look-overs."),
        new("routing", "Ways from a fleece to what it is wanted for."),
        new("runs", "Work at the benches that lasts: washes, racks."),
        new("sampling", "Samples and their wall."),
        new("breeds", "The breed book."),
        new("instruments", "Scales, bath probes and air sensors."),
        new("weigh log", "The log as a file, out and in."),
        new("photographs", "Photographs of lots, entries, runs and samples, and the colours in them."),
        new("comparing", "Preparations of one lot beside one another."),
        new("reckon", "Single reckonings, for anybody."),
        new("workshop", "People and settings."),
    ];

    /// <summary>Names an operation for generated clients, and says in a sentence what it does.</summary>
    public static RouteHandlerBuilder Named(this RouteHandlerBuilder route, string id, string summary) =>
        route.WithName(id).WithSummary(summary);

    /// <summary>Sets the description up.</summary>
    /// <param name="options">The options.</param>
    /// <param name="crafts">The tags that the crafts bring.</param>
    public static void Setup(OpenApiOptions options, IEnumerable<ApiTag> crafts)
    {
        options.AddDocumentTransformer(
            (document, _, _) =>
            {
                document.Info = new OpenApiInfo
                {
                    Title = "Earthy Tuft",
                    Version = "1",
                    Description =
                        "The log of a fibre preparer's workshop: lots, weights and losses, baths, racks, routes and samples. Refusals are "
                        + "problem details (RFC 9457) with a stable type; 422 names each field.",
                };
                document.Servers = [new OpenApiServer { Url = "/" }];
                document.Tags = Tags.Concat(crafts).Select(t => new OpenApiTag { Name = t.Name, Description = t.Description }).ToHashSet();
                document.Components ??= new OpenApiComponents();
                document.Components.SecuritySchemes = new Dictionary<string, IOpenApiSecurityScheme>
                {
                    [Cookie] = new OpenApiSecurityScheme
                    {
                        Type = SecuritySchemeType.ApiKey,
                        In = ParameterLocation.Cookie,
                        Name = "earthy-tuft",
                        Description = "Set by signing in.",
                    },
                    [Token] = new OpenApiSecurityScheme
                    {
                        Type = SecuritySchemeType.ApiKey,
                        In = ParameterLocation.Header,
                        Name = "X-Token",
                        Description = "From GET /api/session; every change needs it.",
                    },
                };
                // A record of several kinds says which it is: then that is no optional field.
                var schemas = document.Components.Schemas ?? new Dictionary<string, IOpenApiSchema>();
                foreach (var kinds in schemas.Values.Select(s => s.Discriminator).OfType<OpenApiDiscriminator>())
                {
                    foreach (var kind in (kinds.Mapping ?? new Dictionary<string, OpenApiSchemaReference>()).Values)
                    {
                        if (schemas[kind.Reference.Id!] is OpenApiSchema one)
                        {
                            one.Type ??= JsonSchemaType.Object;
                            (one.Required ??= new HashSet<string>()).Add(kinds.PropertyName!);
                        }
                    }
                }

                // Whether a word may be missing is said where it is used; the list of words is the same everywhere.
                foreach (var words in schemas.Values.OfType<OpenApiSchema>().Where(s => s.Enum is not null))
                {
                    words.Enum = [.. words.Enum!.Where(word => word is not null && word.GetValueKind() != JsonValueKind.Null)];
                }

                return Task.CompletedTask;
            }
        );
        // A figure may be sent as it was typed, with its unit.
        options.AddSchemaTransformer(
            (schema, context, _) =>
            {
                if (TypedFigure.IsTaken(context.JsonPropertyInfo))
                {
                    schema.Type =
                        JsonSchemaType.Number
                        | JsonSchemaType.String
                        | (Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) is null ? 0 : JsonSchemaType.Null);
                }

                return Task.CompletedTask;
            }
        );
        options.AddOperationTransformer(
            (operation, context, _) =>
            {
                var access = context.Description.ActionDescriptor.EndpointMetadata.OfType<Access>().ToArray();
                var needs = new OpenApiSecurityRequirement();
                if (access.Any(a => a.SignedIn))
                {
                    needs[new OpenApiSecuritySchemeReference(Cookie, context.Document)] = [];
                }

                if (access.Any(a => a.Token))
                {
                    needs[new OpenApiSecuritySchemeReference(Token, context.Document)] = [];
                }

                // An empty one says: anybody.
                operation.Security = [needs];
                return Task.CompletedTask;
            }
        );
    }
}
