using System.Text;
using Xunit;

namespace EarthyTuft.Web.Tests.Hostile;

/// <summary>
/// Every door by every role, made from the API's own description: who is not let in is refused at each door there is, one that was added
/// yesterday too. What is an exception to the rule is listed here by name.
/// </summary>
public class RoleMatrixTests(House house) : IClassFixture<House>
{
    private const int Tries = 40;

    /// <summary>Open without signing in.</summary>
    private static readonly string[] Open =
    [
        "GET /api/session",
        "POST /api/session",
        "POST /api/session/register",
        "POST /api/session/demo",
        "POST /api/session/reset",
        "GET /api/reckon",
        "POST /api/reckon/{name}",
    ];

    /// <summary>For whoever is signed in, in whichever workshop or none.</summary>
    private static readonly string[] SignedIn =
    [
        "DELETE /api/session",
        "POST /api/session/join",
        "POST /api/session/workshop",
        "POST /api/session/password",
        "POST /api/session/demo/afresh",
    ];

    private static readonly string[] OwnersOnly =
    [
        "PUT /api/workshop",
        "POST /api/workshop/invitations",
        "PUT /api/workshop/people/{id}",
        "POST /api/workshop/people/{id}/reset-code",
        "PUT /api/scouring/settings",
        "POST /api/instruments",
        "PUT /api/instruments/{id}",
        "DELETE /api/instruments/{id}",
    ];

    /// <summary>Sent like a change, but nothing of the workshop's is changed by it; or one's own leaving.</summary>
    private static readonly string[] LookersMay =
    [
        "POST /api/scouring/plan",
        "POST /api/carding/plan",
        "POST /api/combing/plan",
        "POST /api/blending/plan",
        "POST /api/dividing/rehearse",
        "POST /api/dividing/sizes",
        "POST /api/photographs/colours",
        "POST /api/spinning/aim",
        "POST /api/spinning/hand",
        "POST /api/spinning/ply",
        "POST /api/spinning/enough",
        "POST /api/spinning/suits",
        "POST /api/dividing/dyed",
        "POST /api/scouring/after/{code}",
        "PUT /api/course/cautions/{step}",
        "PUT /api/course/motion",
        "DELETE /api/workshop/people/{id}",
    ];

    private static readonly string[] NotInDemos =
    [
        "POST /api/workshop/invitations",
        "PUT /api/workshop/people/{id}",
        "DELETE /api/workshop/people/{id}",
        "POST /api/workshop/people/{id}/reset-code",
        "POST /api/instruments",
        "DELETE /api/instruments/{id}",
    ];

    [Fact]
    public async Task Nobody_comes_through_a_door_that_is_not_theirs()
    {
        await using var server = House.Start(
            house.Connection,
            ("Demo", "true"),
            ("Limits:DemosPerMinute", "100000"),
            ("Limits:SignInPerMinute", "100000")
        );
        var owner = await Person.Register(server, "Olga");
        await StockedWorkshop.Fill(owner);
        var preparer = await Person.Register(server, "Pia", await Session.SessionTests.Invite(owner, "preparer"));
        var looker = await Person.Register(server, "Lou", await Session.SessionTests.Invite(owner, "looker"));
        var removed = await Person.Register(server, "Rob", await Session.SessionTests.Invite(owner, "preparer"));
        var rob = (await owner.Get("/api/workshop"))
            .GetProperty("people")
            .EnumerateArray()
            .Single(p => p.GetProperty("name").GetString() == "Rob")
            .GetProperty("id")
            .GetGuid();
        (await owner.Send(HttpMethod.Delete, $"/api/workshop/people/{rob}")).Expect(204);
        var stranger = await Person.Register(server, "Sam");
        var visitor = new Person(server.CreateClient());
        (await visitor.Send(HttpMethod.Post, "/api/session/demo")).Expect(204);
        await visitor.Refresh();
        var anonymous = new Person(server.CreateClient());

        var description = await owner.Get("/api/openapi.json");
        var things = await HostileRequestTests.Things.Of(owner);
        var maker = new HostileRequestTests.RequestMaker(description, things, new Random(20261130)) { Sane = true };
        var wrong = new List<string>();
        var asked = 0;
        foreach (var door in HostileRequestTests.Doors(description))
        {
            var name = door.ToString();
            var changes = door.Method != HttpMethod.Get;
            if (!Open.Contains(name))
            {
                await Refused(anonymous, "anonymous", door, 401);
                if (SignedIn.Contains(name))
                {
                    continue;
                }

                await Refused(removed, "removed", door, 403);
                if (changes && !LookersMay.Contains(name))
                {
                    await Refused(looker, "looker", door, 403);
                }

                if (OwnersOnly.Contains(name))
                {
                    await Refused(preparer, "preparer", door, 403);
                }

                if (NotInDemos.Contains(name))
                {
                    await Refused(visitor, "visitor of a demo", door, 403);
                }

                // Somebody of another workshop finds nothing of this one behind any id.
                if (door.Path.Contains("{id}", StringComparison.Ordinal))
                {
                    await Refused(stranger, "stranger", door, 404);
                    if (!NotInDemos.Contains(name))
                    {
                        await Refused(visitor, "visitor of a demo, elsewhere", door, 404);
                    }
                }

                // And who may is not turned away for who they are.
                foreach (var (who, person) in new[] { ("owner", owner), ("preparer", preparer), ("looker", looker) })
                {
                    var may = who == "owner" || (who == "preparer" ? !OwnersOnly.Contains(name) : !changes || LookersMay.Contains(name));
                    if (may && door.Method == HttpMethod.Get && await Ask(person, door) is { Status: 401 or 403 } turned)
                    {
                        wrong.Add($"{who} {door}: {turned.Status} {turned.Text}");
                    }
                }
            }
        }

        Assert.True(wrong.Count == 0, string.Join("\n", wrong));
        Assert.True(asked > 300, $"Only {asked} requests were made.");

        // A body that is refused for its shape tells nothing of the door: another is tried.
        async Task Refused(Person person, string who, HostileRequestTests.Door door, int status)
        {
            for (var i = 0; i < Tries; i++)
            {
                var reply = await Ask(person, door);
                if (reply.Status == status)
                {
                    return;
                }

                if (reply.Status is not (400 or 422))
                {
                    wrong.Add($"{who} {door}: {reply.Status} for {status}, {reply.Text[..Math.Min(150, reply.Text.Length)]}");
                    return;
                }
            }

            wrong.Add($"{who} {door}: never got past the shape of the request");
        }

        async Task<Reply> Ask(Person person, HostileRequestTests.Door door)
        {
            asked++;
            var (_, path, body) = maker.Next(door);
            return await person.Send(
                door.Method,
                path,
                body is null ? null : new StringContent(body, Encoding.UTF8, "application/json"),
                Guid.NewGuid()
            );
        }
    }
}
